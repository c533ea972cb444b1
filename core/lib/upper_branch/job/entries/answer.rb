# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # May this answer to a check be entered? Whether the check has such an answer, at such a place, and whether it can
      # be done as things stand. Raises Invalid at the field, saying what to do instead.
      class Answer
        # data: of the entry
        def initialize(job, check, data)
          @job = job
          @machine = job.machine
          @check = check
          @data = data
        end

        def admit
          Workshop::Places.one_of(@machine.places.of(@check.per), @data["place"], @check.name)
          @data["outcomes"] ? outcomes : reading
          reporter
          possible unless @data["reported"]
        end

        private

        def refuse(field, message)
          raise Invalid.new(field, message)
        end

        def words = @check.words(@machine.features)
        def asked = "Give the outcome of #{@check.id}: #{words.join(', ')}"

        def outcomes
          given = @data["outcomes"]
          refuse("outcomes", asked) if given.empty?
          strange = given.find { |word| !words.include?(word) }
          if strange
            refuse("outcomes", "#{@check.id} knows no outcome #{strange.inspect}; use one of: #{words.join(', ')}")
          end
          enough(given)
          several(given) if given.size > 1
        end

        # Nobody can say that a flow is ample who does not know what the engine asks for.
        def enough(given)
          return unless @check.reading&.fetch("asks", nil) == "demand" && given.include?(@check.normal)
          return if @machine.engine.demand || @job.record? || @data["reported"]

          refuse("outcomes", "#{@check.outcomes[@check.normal]} against what? Say the engine's power, or its " \
                             "displacement and full speed, first: then this can be judged")
        end

        def several(given)
          refuse("outcomes", "#{@check.id} takes one outcome") unless @check.multi?
          return unless given.include?(@check.normal)

          refuse("outcomes", "#{@check.normal} stands alone: it says nothing was wrong")
        end

        def reading
          refuse("outcomes", asked) unless @data["reading"]
          unless @check.reading
            refuse("reading", "#{@check.id} has no reading; give one of its outcomes: #{words.join(', ')}")
          end
          rule = @machine.reading(@check, @data["place"]) or refuse("reading", without_limit)
          Measuring::Reading.judge(rule, @data["reading"], @job.catalogue.worktop)
        end

        def without_limit
          "No limit of #{@check.id} is known for this machine: " \
            "enter it, choose a spec card, or give an outcome in a word"
        end

        # Somebody else's finding counts like one's own, but nothing was done at this bench.
        def reporter
          return unless @data.key?("reported")
          return if @data["reported"].to_s.strip.length.between?(1, 120)

          refuse("reported", "Say who reported it, up to 120 letters")
        end

        def possible
          ways = Workshop::Transitions.for(@machine.family, @job.catalogue)
          cost, = ways.nearest(@job.state, @check.states)
          refuse("check", impossible) unless cost.finite?
          waits = Workshop::OrderingRules.new(@job).needs_running(@check)
          refuse("check", waits) if waits
          safe unless @job.record?
        end

        # What is dangerous is made safe first.
        def safe
          gates = Workshop::Gates.new(@job)
          says = gates.blocking(@check) || gates.before(@check.states, @check.id)&.fetch("says")
          refuse("check", says) if says
        end

        def impossible
          if @check.states == ["C"]
            return "#{@check.name} needs a stone-cold engine and this one has run: " \
              "leave it until tomorrow, then set the state to cold"
          end

          "#{@check.name} needs the carburetor #{@check.states.join(' or ')}: " \
            "that is not done on this kind of machine here"
        end
      end
    end
  end
end
