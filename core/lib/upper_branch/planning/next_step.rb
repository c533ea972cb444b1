# frozen_string_literal: true

module UpperBranch
  module Planning
    # What to do next, and why: make safe, check, repair, prove, close or refer out.
    #
    #   step = NextStep.of(job, posterior)
    #   step.kind      # :check, :repair, :prove, :close, :refer, :describe
    #   step.options   # the checks that could be done, best first, each with its minutes, gain and chances
    #
    # Checks are ranked by the expected minutes to a proven repair after them (one step of lookahead, ExpectedCost), within the
    # ordering rules; a rule that holds a better check back is named. A repair comes when it is expected to be shorter than
    # any check. Deterministic: ties go by id.
    class NextStep
      Option = Struct.new(:candidate, :gain, :chances, :minutes, :waits, keyword_init: true) do
        def check = candidate.check
        def rate = gain / candidate.total
      end

      # What a repair looks like to the rules: something that needs a bench state.
      Opening = Struct.new(:id, :states) do
        def warm_and_open? = false
      end

      attr_reader :kind, :target, :reason, :options, :overridden, :repairs, :house

      def self.of(job, posterior)
        new(job, posterior)
      end

      def initialize(job, posterior)
        @job = job
        @posterior = posterior
        @numbers = job.catalogue.scale["planning"]
        @rules = Workshop::OrderingRules.new(job)
        @repairs = @worth = @telling = []
        @options = ranked
        @kind, @target, @reason = decide
      end

      # Options that may be done now, best first.
      def open_options
        @options.reject(&:waits)
      end

      private

      def decide
        return [:close, nil, "Closed as #{@job.closing[:as]}."] if @job.closed?
        return [:describe, nil, "Say what it does, and when: one complaint or one finding is enough to begin."] if @job.findings.empty?
        return proving if @job.round.positive? && !persists? && prove_now?

        tracing
      end

      # Proof comes as soon as it is expected to be shorter than any check or further repair.
      def prove_now?
        others = [open_options.find(&:minutes)&.minutes, repairs.find { |row| row.chance >= @numbers["repair_floor"] }&.minutes].compact
        others.all? { |minutes| @proof <= minutes }
      end

      # Since the last repair the proof has failed: the complaint is still there, or a check that failed before has failed again.
      def persists?
        since = @job.findings.select { |finding| finding.round == @job.round }
        since.any? { |finding| finding.kind == :symptom && finding.words == ["present"] && !@job.catalogue.symptom(finding.id).healthy? } ||
          Workshop::Proof.of(@job).left.any? { |item| item.kind == :check && since.any? { |finding| finding.id == item.id } }
      end

      def proving
        item = Workshop::Proof.of(@job).left.first or return [:close, nil, "Everything that failed has been repeated and the complaint is gone."]

        [:prove, item, "After a repair: #{item.kind == :check ? 'repeat the check that failed' : "prove the complaint's own conditions"}."]
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
        @house_option ||= house.steps.reject(&:done).filter_map { |step| @options.find { |option| option.check == step.check } }.first
      end

      def house_step
        wasted = house.steps.find { |step| step.check == house_option.check }.wasted
        [:check, house_option, "Next on the shop's list.#{" It tells next to nothing now: #{house_option.candidate.total.round} min for little." if wasted}"]
      end

      # The order of work holds for repairs as for checks: what opens the carburetor waits for spark and supply, what cleans it waits
      # for the looks that cleaning wipes out.
      def repairing(repair, best)
        held_back(repair.plan) || refer_or_repair(repair.plan, repair_reason(repair, best))
      end

      def repairing_outright(rule)
        plan = Workshop::Repairs.find(@job.machine, rule["repair"])
        held_back(plan) || [:repair, plan, rule["says"]]
      end

      # A check that a rule puts before this repair, or nil.
      def held_back(plan)
        [@rules.hold(Opening.new(plan.id, [plan.state]), @worth, @telling), @rules.hold_repair(plan, @worth)].compact.each do |hold|
          first = @options.find { |option| hold.instead.include?(option.check) && !option.waits } or next
          return [:check, first, "#{hold.says} So this comes before the repair: #{Workshop::Repairs.words(@job.machine, plan).name.downcase}."]
        end
        nil
      end

      # Work for somebody else leaves the bench with the findings.
      def refer_or_repair(plan, reason)
        [plan.refers? ? :refer : :repair, plan, reason]
      end

      def last_resort
        repair = repairs.max_by { |row| [row.chance, row.plan.id] }
        return refer_or_repair(repair.plan, "No check left says more, and this is the likeliest cause, at #{percent(repair.chance)}.") if repair && repair.chance > @numbers["last_resort"]

        [:refer, Workshop::Repairs.find(@job.machine, @job.catalogue.repair_in_role("refer-out")["id"]),
         "No check left on this machine tells more, and nothing in the catalogue stands out: refer it out with the findings."]
      end

      def repair_reason(repair, best)
        said = "The cause lies here with #{percent(repair.chance)}."
        return "#{said} No check left says more." if best.nil?

        "#{said} Repairing now takes about #{repair.minutes.round} min to the proof, looking further first about #{best.minutes.round}."
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
        now && option.minutes && now - option.minutes >= 1 ? ", and saves about #{(now - option.minutes).round} against repairing now" : ""
      end

      def ranked
        return [] if @job.findings.empty? || @job.closed?

        told = told_options
        @telling = told.map(&:check)
        @worth = told.select { |option| option.gain >= @numbers["gain_worth"] || option.check.records? }.map(&:check)
        told.each { |option| option.waits = @rules.hold(option.check, @worth - [option.check], @telling - [option.check]) }
        outside_before_inside(told)
        place_first(told)
      end

      def told_options
        lookahead = Lookahead.new(@job, @posterior)
        @repairs = lookahead.repairs
        @proof = lookahead.proof_minutes
        @house = HouseOrder.new(@job) { |check| lookahead.telling(check) }
        told = telling_options(lookahead.forecast)
        lookahead.study(looked_at(told).map(&:check) | house.checks)
        with_minutes(lookahead, told)
      end

      # Checks that would tell something, or that record what is about to be lost, or that the shop's list holds.
      def telling_options(forecast)
        kept = @job.machine.schools.house? ? house.checks : []
        rows = Candidates.new(@job).all.map { |candidate| Option.new(candidate: candidate, gain: forecast.gain(candidate.check), chances: forecast.chances(candidate.check)) }
        rows.select { |option| option.gain >= @numbers["gain_floor"] || (option.check.records? && option.gain.positive?) || kept.include?(option.check) }
            .sort_by { |option| [-option.rate, option.check.id] }
      end

      # The best by information for their minutes, and the best by information alone: a way that is long pays when the repair goes
      # the same way.
      def looked_at(told)
        told.first(@numbers["lookahead"]) | told.max_by(@numbers["lookahead_far"]) { |option| [option.gain, option.check.id] }
      end

      # Those looked at get their expected minutes; those too dear for what they tell do not.
      def with_minutes(lookahead, told)
        worth = looked_at(told).select { |option| lookahead.telling(option.check) * @numbers["minutes_a_bit_most"] >= option.candidate.total }
        minutes = lookahead.check_minutes(worth.map(&:candidate))
        close = worth.sort_by { |option| [minutes[option.check.id], option.check.id] }.map(&:candidate)
        minutes = minutes.merge(lookahead.two_steps(close.first(@numbers["two_steps"]), close.first(@numbers["second_steps"]), minutes))
        told.each { |option| option.minutes = minutes[option.check.id] }
        told.sort_by { |option| [option.minutes&.round(6) || Float::INFINITY, -option.rate.round(9), option.check.id] }
      end

      # A check that opens the carburetor waits while one outside it tells as much.
      def outside_before_inside(told)
        inside, outside = told.partition { |option| @rules.opening(option.check) }
        inside.reject(&:waits).each do |option|
          better = outside.select { |other| !other.waits && other.gain >= option.gain / 2 }
          option.waits = Workshop::OrderingRules::Hold.new(@rules.opening(option.check), better.map(&:check)) if better.any?
        end
      end

      # The best check, or what a rule puts in its place: only that much of the order is paid for.
      def place_first(told)
        best = first = told.find(&:minutes)
        best = told.select { |option| best.waits.instead.include?(option.check) }.max_by { |option| [option.minutes ? 1 : 0, option.rate] } while best&.waits
        return told if best.nil? || best.equal?(first)

        @overridden = { check: first.check, says: first.waits.says }
        best.minutes ||= first.minutes # paid for the sake of the order
        [best] + (told - [best])
      end
    end
  end
end
