# frozen_string_literal: true

module UpperBranch
  module Planning
    # What to do next, and why: make safe, check, repair, prove, close or refer out.
    #
    #   step = NextStep.of(job, posterior)
    #   step.kind      # :check, :repair, :prove, :close, :refer, :describe
    #   step.options   # the checks that could be done, best first, each with its minutes, gain and chances
    #
    # Checks are ranked by the expected minutes to a proven repair after them (one step of lookahead, ExpectedCost),
    # within the ordering rules; a rule that holds a better check back is named. A repair comes when it is expected to
    # be shorter than any check. Deterministic: ties go by id.
    class NextStep
      Option =
        Struct.new(:candidate, :gain, :chances, :minutes, :waits, keyword_init: true) do
          def check = candidate.check
          def rate = gain / candidate.total
        end

      # What a repair looks like to the rules: something that needs a bench state.
      Opening = Struct.new(:id, :states) { def warm_and_open? = false }

      NOTHING_LEFT = "No check left on this machine tells more, and nothing in the catalogue stands out: " \
                     "refer it out with the findings."
      SAY_SOMETHING = "Say what it does, and when: one complaint or one finding is enough to begin."
      private_constant :NOTHING_LEFT, :SAY_SOMETHING

      attr_reader :kind, :target, :reason, :ranking

      def self.of(job, posterior)
        new(job, posterior)
      end

      def initialize(job, posterior)
        @job = job
        @numbers = job.catalogue.scale["planning"]
        @rules = Workshop::OrderingRules.new(job)
        @ranking = Ranking.new(job, posterior)
        @kind, @target, @reason = decide
      end

      # Every check that could be done, best first.
      def options = ranking.options
      # Those that may be done now.
      def open_options = ranking.open
      def repairs = ranking.repairs
      def overridden = ranking.overridden
      def house = ranking.house

      private

      def decide
        return [:close, nil, "Closed as #{@job.closing[:as]}."] if @job.closed?
        return [:describe, nil, SAY_SOMETHING] if @job.findings.empty?
        return proving if @job.round.positive? && !persists? && prove_now?

        tracing
      end

      # Proof comes as soon as it is expected to be shorter than any check or further repair.
      def prove_now?
        others = [
          open_options.find(&:minutes)&.minutes,
          repairs.find { |row| row.chance >= @numbers["repair_floor"] }&.minutes
        ].compact
        others.all? { |minutes| ranking.proof <= minutes }
      end

      # Since the last repair the proof has failed: the complaint is still there, or a check that failed before has
      # failed again.
      def persists?
        since = @job.findings.select { |finding| finding.round == @job.round }
        since.any? do |finding|
          finding.kind == :symptom && finding.words == ["present"] && !@job.catalogue.symptom(finding.id).healthy?
        end ||
          Workshop::Proof
            .of(@job)
            .left
            .any? { |item| item.kind == :check && since.any? { |finding| finding.id == item.id } }
      end

      def proving
        item = Workshop::Proof.of(@job).left.first
        return [:close, nil, "Everything that failed has been repeated and the complaint is gone."] unless item

        what = item.kind == :check ? "repeat the check that failed" : "prove the complaint's own conditions"
        [:prove, item, "After a repair: #{what}."]
      end

      def tracing
        best = open_options.find(&:minutes)
        outright = @rules.outright and return repairing_outright(outright)
        repair = repairs.find { |row| row.chance >= @numbers["repair_floor"] }
        return repairing(repair, best) if repair && (best.nil? || repair.minutes <= best.minutes)
        return house_step if @job.machine.schools.house? && house_option
        return [:check, best, check_reason(best)] if best

        last_resort
      end

      # The next of the shop's own list that can be done.
      def house_option
        @house_option ||=
          house.steps.reject(&:done).filter_map { |step| options.find { |option| option.check == step.check } }.first
      end

      def house_step
        wasted = house.steps.find { |step| step.check == house_option.check }.wasted
        minutes = house_option.candidate.total.round
        little = wasted ? " It tells next to nothing now: #{minutes} min for little." : ""
        [:check, house_option, "Next on the shop's list.#{little}"]
      end

      # The order of work holds for repairs as for checks: what opens the carburetor waits for spark and supply, what
      # cleans it waits for the looks that cleaning wipes out.
      def repairing(repair, best)
        held_back(repair.plan) || refer_or_repair(repair.plan, repair_reason(repair, best))
      end

      def repairing_outright(rule)
        plan = Workshop::Repairs.find(@job.machine, rule["repair"])
        held_back(plan) || [:repair, plan, rule["says"]]
      end

      # A check that a rule puts before this repair, or nil.
      def held_back(plan)
        holds = [@rules.hold(Opening.new(plan.id, [plan.state]), ranking.worth, ranking.telling),
                 @rules.hold_repair(plan, ranking.worth)]
        holds.compact.each do |hold|
          first = options.find { |option| hold.instead.include?(option.check) && !option.waits } or next
          name = Workshop::Repairs.words(@job.machine, plan).name.downcase
          return [:check, first, "#{hold.says} So this comes before the repair: #{name}."]
        end
        nil
      end

      # Work for somebody else leaves the bench with the findings.
      def refer_or_repair(plan, reason)
        [plan.refers? ? :refer : :repair, plan, reason]
      end

      def last_resort
        repair = repairs.max_by { |row| [row.chance, row.plan.id] }
        if repair && repair.chance > @numbers["last_resort"]
          likeliest = "No check left says more, and this is the likeliest cause, at #{percent(repair.chance)}."
          return refer_or_repair(repair.plan, likeliest)
        end

        way_out = Workshop::Repairs.find(@job.machine, @job.catalogue.repair_in_role("refer-out")["id"])
        [:refer, way_out, NOTHING_LEFT]
      end

      def repair_reason(repair, best)
        said = "The cause lies here with #{percent(repair.chance)}."
        return "#{said} No check left says more." if best.nil?

        "#{said} Repairing now takes about #{repair.minutes.round} min to the proof, " \
          "looking further first about #{best.minutes.round}."
      end

      def percent(chance)
        chance > 0.99 ? "over 99 %" : "#{(chance * 100).round} %"
      end

      def check_reason(option)
        return "It settles the most for its #{option.candidate.total.round} min#{saving(option)}." unless overridden

        "#{overridden[:says]} So this comes before: #{overridden[:check].name.downcase}."
      end

      def saving(option)
        now = repairs.first&.minutes
        if now && option.minutes && now - option.minutes >= 1
          ", and saves about #{(now - option.minutes).round} against repairing now"
        else
          ""
        end
      end
    end
  end
end
