# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # The result of a check: one of its answers, several where it takes them, or a reading.
      class Check < Entry
        # "Pump shot: weak", "Idle jet to the light, carburetor 2: blocked". place: Workshop::Places::Place or nil
        def self.words(catalogue, id, words, place = nil, reading = nil)
          check = catalogue.check(id) or return id
          where = place && ", #{place.name.sub(/\A./, &:downcase)}"
          said = words.map { |word| check.outcomes[word] || word }.join(", ").downcase
          said = "#{Measuring::Words.number(reading.value)} #{reading.unit}" if words.empty? && reading
          "#{check.name.delete_suffix('?')}#{where}: #{said}"
        end

        def admit(job)
          open_job(job)
          check = job.machine.check(data["check"]) or refuse("check", nowhere(job))
          somewhere(job, check)
          data["outcomes"] ? outcomes(job, check) : reading(job, check)
          reporter
          possible(job, check) unless data["reported"]
        end

        def surviving(job, names)
          id = names.one("checks", data["check"])
          check = job.machine && (job.machine.check(id) || job.catalogue.check(id)) or
            return names.gone("check", data["check"])
          if data["place"] && job.machine.places.find(check.per, data["place"]).nil?
            return names.gone("place of #{check.name}", data["place"])
          end

          found = data.merge("check" => id)
          found["outcomes"] ? still_answers(job, check, found, names) : still_read(job, check, found, names)
        end

        def apply(job, data)
          check = job.machine.check(data["check"]) || job.catalogue.check(data["check"]) # known, or it would be lost
          reading = data["reading"] && (judged(job, check, data) or return)
          done_here(job, check, data) unless data["reported"]
          job.findings << finding(job, check, data["outcomes"], reading)
          fitted(job, check, data["outcomes"] || [])
        end

        def says(job)
          said = in_words(job)
          data["reported"] ? "#{said} (reported by #{data['reported']})" : said
        end

        private

        def in_words(job)
          found = job.findings.find { |finding| finding.entry == id } and return found.says(job.catalogue)
          names = Names.new(job.catalogue)
          now = names.one("checks", data["check"])
          words = (data["outcomes"] || []).map { |word| names.one("outcomes", word, now) }
          words.empty? ? job.catalogue.check(now)&.name || data["check"] : Check.words(job.catalogue, now, words)
        end

        # The place it names must be one of this machine.
        def somewhere(job, check)
          return if data["place"].nil? || job.machine.places.find(check.per, data["place"])

          known = job.machine.places.of(check.per).map(&:id)
          refuse("place", "#{check.name} has no place #{data['place'].inspect} on this machine; #{known.empty? ? 'there is only one: leave it out' : "use one of: #{known.join(', ')}"}")
        end

        # Somebody else's finding counts like one's own, but nothing was done at this bench.
        def reporter
          return unless data.key?("reported")

          unless data["reported"].to_s.strip.length.between?(
            1, 120
          )
            refuse("reported",
                   "Say who reported it, up to 120 letters")
          end
        end

        def done_here(job, check, data)
          stand(job, check)
          job.minutes += data["minutes"] || check.minutes
          job.loose << check.id if check.puts_back.any? && !job.loose.include?(check.id)
        end

        def nowhere(job)
          id = data["check"]
          unknown("check", id, job.catalogue.check(id), job.machine.checks.map(&:id))
        end

        def outcomes(job, check)
          words = check.words(job.machine.features)
          given = data["outcomes"]
          refuse("outcomes", asked(check, words)) if given.empty?
          enough(job, check, given)
          strange = given.find { |word| !words.include?(word) }
          if strange
            refuse("outcomes", "#{check.id} knows no outcome #{strange.inspect}; use one of: #{words.join(', ')}")
          end
          several(check, given) if given.size > 1
        end

        # Nobody can say that a flow is ample who does not know what the engine asks for.
        def enough(job, check, given)
          rule = check.reading or return
          return unless rule["asks"] == "demand" && given.include?(check.normal) && job.machine.engine.demand.nil?
          return if job.record? || data["reported"]

          refuse("outcomes", "#{check.outcomes[check.normal]} against what? Say the engine's power, or its displacement " \
                             "and full speed, first: then this can be judged")
        end

        def several(check, given)
          refuse("outcomes", "#{check.id} takes one outcome") unless check.multi?
          refuse("outcomes", "#{check.normal} stands alone: it says nothing was wrong") if given.include?(check.normal)
        end

        def asked(check, words) = "Give the outcome of #{check.id}: #{words.join(', ')}"

        def reading(job, check)
          words = check.words(job.machine.features)
          refuse("outcomes", asked(check, words)) unless data["reading"]
          unless check.reading
            refuse("reading", "#{check.id} has no reading; give one of its outcomes: #{words.join(', ')}")
          end
          rule = job.machine.reading(check, data["place"]) or refuse("reading", without_limit(check))
          Measuring::Reading.judge(rule, data["reading"], job.catalogue.worktop)
        end

        def without_limit(check)
          "No limit of #{check.id} is known for this machine: " \
            "enter it, choose a spec card, or give an outcome in a word"
        end

        def possible(job, check)
          cost, = Workshop::Transitions.for(job.machine.family, job.catalogue).nearest(job.state, check.states)
          refuse("check", impossible(check)) unless cost.finite?
          waits = Workshop::OrderingRules.new(job).needs_running(check)
          refuse("check", waits) if waits
          safe(job, check) unless job.record?
        end

        # What is dangerous is made safe first.
        def safe(job, check)
          gates = Workshop::Gates.new(job)
          says = gates.blocking(check) || gates.before(check.states, check.id)&.fetch("says")
          refuse("check", says) if says
        end

        def impossible(check)
          if check.states == ["C"]
            return "#{check.name} needs a stone-cold engine and this one has run: " \
              "leave it until tomorrow, then set the state to cold"
          end

          "#{check.name} needs the carburetor #{check.states.join(' or ')}: " \
            "that is not done on this kind of machine here"
        end

        def still_answers(job, check, found, names)
          known = check.words(job.machine.features)
          words = names.list("outcomes", "answer to #{check.name}", found["outcomes"], known, check.id)
          words.empty? ? nil : found.merge("outcomes" => words)
        end

        def still_read(job, check, found, names)
          check.reading && job.machine.reading(check, found["place"]) ? found : names.gone("reading of", check.name)
        end

        # How the machine is made, where this check has found it out.
        def fitted(job, check, words)
          features = words.map { |word| check.fits.fetch(word, {}) }.reduce({}, :merge)
          job.found_fitted(features) if features.any?
        end

        # nil, and noted as lost, when a reading can no longer be judged: its unit, or what its calculator asks for, has
        # gone.
        def judged(job, check, data)
          Measuring::Reading.judge(job.machine.reading(check, data["place"]), data["reading"], job.catalogue.worktop)
        rescue Invalid => e
          job.lost << { entry: id, says: "The reading of #{check.name} can no longer be judged: #{e.message}" }
          nil
        end

        # Doing a check brings the machine into the state the check needs, by the nearest way; the way's minutes count.
        def stand(job, check)
          return if check.states.any? { |code| job.state.meets?(code) }

          cost, state = Workshop::Transitions.for(job.machine.family, job.catalogue).nearest(job.state, check.states)
          job.move(state, cost)
        end

        def finding(job, check, outcomes, reading)
          Finding.new(
            entry: id,
            kind: :check,
            id: check.id,
            words: outcomes || [reading.word].compact,
            chances: outcomes || reading.word.nil? ? nil : reading.chances,
            round: job.round,
            reading: reading,
            found: defects(job, check, outcomes || measured(job, reading)),
            reported: data["reported"],
            place: data["place"] && job.machine.places.find(check.per, data["place"])
          )
        end

        # The word of a reading that lies beyond its limit by the margin.
        def measured(job, reading)
          return [] if reading.word.nil?

          reading.chances.fetch(reading.word) >= job.catalogue.scale["evidence"]["fact"] ? [reading.word] : []
        end

        def defects(job, check, words)
          words.to_h { |word| [word, job.machine.defect(check, word)] }.compact
        end
      end
    end
  end
end
