# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # The result of a check: one of its answers, several where it takes them, or a reading.
      class Check < Entry
        # "Pump shot: weak", "Idle jet to the light, carburetor 2: blocked". place: Workshop::Places::Place or nil
        def self.words(catalogue, id, words, place = nil, reading = nil)
          check = catalogue.check(id) or return id
          where = place && ", #{place.within}"
          said = words.map { |word| check.outcomes[word] || word }.join(", ").downcase
          said = "#{Measuring::Words.number(reading.value)} #{reading.unit}" if words.empty? && reading
          "#{check.name.delete_suffix('?')}#{where}: #{said}"
        end

        def admit(job)
          open_job(job)
          settled(job)
          Answer.new(job, check_here(job), data).admit
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
          job.passed_over.delete(check.id) # it could be done after all
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

        # How the machine is made is found out once; to say otherwise, the first answer is struck out.
        def settled(job)
          first = job.findings.find { |one| one.kind == :check && one.id == data["check"] }
          return if first.nil? || job.machine.check(first.id)

          check = job.catalogue.check(first.id)
          return if check.fits.empty? || Array(data["outcomes"]) == first.words

          refuse("outcomes", "It was found before: #{first.says(job.catalogue)}. Was that wrong? Strike it out first")
        end

        def done_here(job, check, data)
          stand(job, check)
          job.minutes += data["minutes"] || check.minutes
          job.loose << check.id if check.puts_back.any? && !job.loose.include?(check.id)
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
          words.to_h { |word| [word, job.machine.defect(check, word, data["place"])] }.compact
        end
      end
    end
  end
end
