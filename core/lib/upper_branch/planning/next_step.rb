# frozen_string_literal: true

module UpperBranch
  module Planning
    # What a good foreman would do now, and why:
    #
    #   step.kind     # :describe, :settle, :gate, :ask, :check, :trial, :task, :repair, :prove, :recreate, :refer or
    #                 # :close
    #   step.target   # what belongs to the kind: a defect, a gate's row, an Option, a plan, a proof item, a way
    #   step.reason   # one sentence
    #
    # In this order: what contradicts itself is settled; what is dangerous is made safe; what is found or as good as
    # certain is mended; what was mended is proven; a question is asked where it pays; then the check or the repair with
    # the least expected minutes to a proven repair (one step of lookahead, ExpectedCost), within the ordering rules.
    # When nothing tells more and the complaint stands, it is made to happen again; only then is it referred out.
    # Deterministic: ties go by id.
    class NextStep
      # What a repair looks like to the rules: something that needs a bench state.
      Opening = Struct.new(:id, :states) { def warm_and_open? = false }

      EXHAUSTED = "What is left to look at is not worth its minutes: hand it on with what is cleared and what is left."
      NEVER_SHOWN = "It could not be shown again in any way: hand it back with the sheet of what is cleared."
      SAY_SOMETHING = "Say what it does, and when: one complaint or one finding is enough to begin."
      STANDS = "Everything looked at is in order and the complaint stands: make it happen again before it is given up."
      # What comes before tracing, the first that has a step to offer.
      IN_TURN = %i[contradiction first_gate before_refitting mend planned left_as_it_is proof sound question].freeze
      private_constant :IN_TURN, :EXHAUSTED, :NEVER_SHOWN, :SAY_SOMETHING, :STANDS

      attr_reader :kind, :target, :reason, :ranking, :mending

      def self.of(job, posterior)
        new(job, posterior)
      end

      def initialize(job, posterior)
        @job = job
        @posterior = posterior
        @numbers = job.catalogue.scale["planning"]
        @rules = Workshop::OrderingRules.new(job)
        @gates = Workshop::Gates.new(job)
        @ranking = Ranking.new(job, posterior)
        @mending = Mending.new(job, posterior, @ranking)
        @kind, @target, @reason = made_safe(decide)
      end

      # Every check that could be done, best first.
      def options = ranking.options
      # Those that may be done now.
      def open_options = ranking.open
      def repairs = ranking.repairs.reject { |row| mending.left_alone?(row.plan) }
      def overridden = @kind == :check ? ranking.overridden : nil
      def house = ranking.house

      private

      def decide
        return [:close, nil, "Closed as #{@job.closing[:as]}."] if @job.closed?
        return [:describe, nil, SAY_SOMETHING] if @job.findings.empty? && plan.nil?

        IN_TURN.each { |part| step = send(part) and return step }
        tracing
      end

      def first_gate = gate(@gates.first)

      def contradiction
        defect = @job.defects.find { |one| one.open? && one.denied } or return
        name = @job.catalogue.fault(defect.fault).name
        [:settle, defect, "#{name} was found, and later found sound, with no repair between: strike out the one that " \
                          "is wrong, or record the repair."]
      end

      def gate(row) = row && [:gate, row, row["why"]]

      # A step that a gate stands before waits for its answer.
      def made_safe(step)
        kind, target, = step
        states =
          case kind
          when :check then [target.candidate.code]
          when :repair then [target.state]
          when :trial then Workshop::Running::STATES
          when :prove then target.kind == :check ? @job.machine.check(target.id).states : ["R"]
          when :recreate then target.way["engine"] ? ["R"] : []
          else []
          end
        gate(@gates.before(states, (target.check.id if kind == :check))) || step
      end

      # What can be tried on the bench is tried before it is put together.
      def before_refitting
        item = proving.on_the_bench and return prove(item)
      end

      def mend
        row = mending.now or return
        return if plan&.sets?(row.plan) # a matter of trials

        held_back(row.plan, Workshop::OrderingRules::FOUND) || refer_or_repair(row.plan, row.reason)
      end

      # The cause was found and the owner wants it left: there is nothing more to look for.
      def left_as_it_is = plan.nil? && mending.left_says ? [:close, nil, mending.left_says] : nil

      # The next look or trial of the plan this job is about.
      def planned = plan&.step { |candidate| ranking.option_of(candidate) }

      # All of the plan is done: what was found is mended, and without a complaint the rest is sound.
      def sound
        return if plan.nil? || @job.complaint.any?

        row = mending.left and return refer_or_repair(row.plan, row.reason)
        plan.over
      end

      def plan = @plan ||= Planned.of(@job)

      def proof
        return if @job.round.zero? || proving.failed?

        item = proving.next
        return prove(item) if item && prove_now?
        return if proving.left?

        row = mending.left and return refer_or_repair(row.plan, row.reason)
        [:close, nil, proving.says]
      end

      def prove(item)
        what = item.kind == :check ? "repeat the check that failed" : "prove the complaint's own conditions"
        [:prove, item, "After a repair: #{what}."]
      end

      def proving = @proving ||= Proving.new(@job)

      # Proof comes when the repair has most likely done it, or as soon as it is expected to be shorter than any check
      # or further repair.
      def prove_now?
        return true if ranking.cured >= @numbers["cured"]

        others = [
          open_options.find(&:minutes)&.minutes,
          repairs.find { |row| row.chance >= @numbers["repair_floor"] }&.minutes
        ].compact
        others.all? { |minutes| ranking.proof <= minutes }
      end

      def question
        option = ranking.questions.first or return
        [:ask, option, "Half a minute, and no dirty hands: the answer saves about #{option.saves.round} min."]
      end

      def tracing
        best = open_options.find(&:minutes)
        outright = @rules.outright and return repairing_outright(outright)
        repair = likely_repair
        if repair && (best.nil? || repair.minutes <= best.minutes)
          return repairing(repair.plan, Words.repair(repair, best))
        end
        return house_step if @job.machine.schools.house? && house_option
        return record_first(best) || [:check, best, check_reason(best)] if best

        exhausted
      end

      # What a check would disturb is recorded before it; what it is compared with is looked at before it.
      def record_first(option)
        candidate = ranking.candidates.find { |one| one.check == option.candidate.record } or return
        why = candidate.check.records? ? "disturbs it: record it first" : "goes by it: this first"
        [:check, ranking.option_of(candidate), "#{option.check.name} comes next, and #{why}."]
      end

      # The repair to weigh against looking further: likely enough, and not work that wants a proof nobody can give.
      def likely_repair
        repairs.find { |row| row.chance >= @numbers["repair_floor"] && mending.proof_of(row.plan) != :none }
      end

      # The next of the shop's own list that can be done.
      def house_option = @house_option ||= house.next_option(options)

      def house_step = [:check, house_option, house.says(house_option)]

      # The order of work holds for repairs as for checks: what opens the carburetor waits for spark and supply, what
      # cleans it waits for the looks that cleaning wipes out, what cannot be undone waits for its own proof.
      def repairing(plan, reason)
        held_back(plan) || proven_first(plan) || refer_or_repair(plan, reason)
      end

      def repairing_outright(rule)
        plan = Workshop::Repairs.find(@job.machine, rule["repair"])
        held_back(plan) || [:repair, plan, rule["says"]]
      end

      def proven_first(plan)
        candidate = mending.proof_of(plan) or return
        option = options.find { |row| row.check == candidate.check } || ranking.option_of(candidate)
        name = Workshop::Repairs.words(@job.machine, plan).name
        [:check, option, "#{name} is likely. #{mending.why_first(plan)}: look at the part itself first."]
      end

      # A check that a rule puts before this repair, or nil.
      def held_back(plan, kinds = Workshop::OrderingRules::KINDS)
        opening = @rules.hold(Opening.new(plan.id, [plan.state]), ranking.worth, kinds)
        [opening, @rules.hold_repair(plan, ranking.worth)].compact.each do |hold|
          first = options.find { |option| hold.instead.include?(option.check) && !option.waits } or next
          name = Workshop::Repairs.words(@job.machine, plan).name.downcase
          return [:check, first, "#{hold.says} So this comes before the repair: #{name}."]
        end
        nil
      end

      # Work for somebody else leaves the bench with the findings.
      def refer_or_repair(plan, reason) = [plan.refers? ? :refer : :repair, plan, reason]

      # Nothing is left to look at.
      def exhausted
        item = proving.complaint and return prove(item)

        recreation = Recreation.new(@job)
        step = recreation.step and return [:recreate, step, STANDS]

        likeliest || [:refer, way_out, recreation.shown? || recreation.in_vain.empty? ? EXHAUSTED : NEVER_SHOWN]
      end

      def likeliest
        row = LastResort.pick(@job, repairs.reject { |one| mending.proof_of(one.plan) == :none }) or return

        repairing(row.plan, "No check left says more, and this is the likeliest cause.")
      end

      def way_out = Workshop::Repairs.find(@job.machine, @job.catalogue.repair_in_role("refer-out")["id"])

      def check_reason(option)
        if ranking.overridden
          return "#{ranking.overridden[:says]} So this comes before: #{ranking.overridden[:check].name.downcase}."
        end

        Words.check(@posterior, option, open_options)
      end
    end
  end
end
