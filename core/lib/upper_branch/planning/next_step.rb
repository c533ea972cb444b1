# frozen_string_literal: true

module UpperBranch
  module Planning
    # What to do next, and why: make safe, check, repair, prove, close or refer out.
    #
    #   step = NextStep.of(job, posterior)
    #   step.kind      # :check, :repair, :prove, :close, :refer, :describe
    #   step.options   # the checks that could be done, best first, each with its minutes, gain and chances
    #
    # Checks are ranked by information gain (mutual information with the sets of faults) per minute (state changes counted), within the ordering rules; a rule that holds
    # a better check back is named. Deterministic: ties go by id.
    class NextStep
      Option = Struct.new(:candidate, :gain, :chances, :waits, keyword_init: true) do
        def check = candidate.check
        def rate = gain / candidate.total
      end

      attr_reader :kind, :target, :reason, :options, :overridden

      def self.of(job, posterior)
        new(job, posterior)
      end

      def initialize(job, posterior)
        @job = job
        @posterior = posterior
        @numbers = job.catalogue.scale["planning"]
        @rules = OrderingRules.new(job)
        @options = ranked
        @kind, @target, @reason = decide
      end

      # Leading fault still in: [id, probability] or nil.
      def leading
        @leading ||= @posterior.all_now.min_by { |id, p| [-p, id] }
      end

      # Options that may be done now, best first.
      def open_options
        @options.reject(&:waits)
      end

      private

      def decide
        return [:close, nil, "Closed as #{@job.closing[:as]}."] if @job.closed?
        return [:describe, nil, "Say what it does, and when: one complaint or one finding is enough to begin."] if @job.findings.empty?
        return proving if @job.round.positive? && !persists?

        tracing
      end

      # Since the last repair something abnormal has been seen again.
      def persists?
        @job.findings.any? do |finding|
          finding.round == @job.round &&
            (finding.kind == :symptom ? finding.words == ["present"] && !@job.catalogue.symptom(finding.id).healthy? : abnormal?(finding))
        end
      end

      def abnormal?(finding)
        check = @job.catalogue.check(finding.id)
        finding.words != [check.normal] && !finding.words.intersect?(check.neutral) && !check.records?
      end

      def proving
        item = Proof.of(@job).left.first or return [:close, nil, "Everything that failed has been repeated and the complaint is gone."]

        [:prove, item, "After a repair: #{item.kind == :check ? 'repeat the check that failed' : "prove the complaint's own conditions"}."]
      end

      def tracing
        id, probability = leading
        return [:repair, Repairs.find(@job.machine, id), repair_reason(id, probability)] if probability >= @numbers["repair_now"]

        best = open_options.first
        return [:check, best, check_reason(best)] if best
        return refer unless probability > 0.3

        [:repair, Repairs.find(@job.machine, id), "No check left says more: #{repair_reason(id, probability)}"]
      end

      def refer
        [:refer, Repairs.find(@job.machine, "refer-out"), "No check left on this machine tells more, and nothing in the catalogue stands out: refer it out with the findings."]
      end

      def repair_reason(id, probability)
        "#{@job.machine.fault(id).name} stands at #{(probability * 100).round} %: repairing now costs less than looking further."
      end

      def check_reason(option)
        return "It settles the most for its #{option.candidate.total.round} min." unless overridden

        "#{overridden[:says]} So this comes before: #{overridden[:check].name.downcase}."
      end

      def ranked
        return [] if @job.findings.empty? || @job.closed?

        told = told_options
        worth = told.select { |option| option.gain >= @numbers["gain_worth"] || option.check.records? }.map(&:check)
        told.each { |option| option.waits = @rules.hold(option.check, worth - [option.check], told.map(&:check) - [option.check]) }
        outside_before_inside(told)
        place_first(told)
      end

      def told_options
        sets = @posterior.leading_now(@job.catalogue.limits["planning_hypotheses"])
        forecast = Diagnosis::Forecast.new(@posterior.compiled, @job.machine.checks, *sets)
        rows = Candidates.new(@job).all.map { |candidate| Option.new(candidate: candidate, gain: forecast.gain(candidate.check), chances: forecast.chances(candidate.check)) }
        rows.select { |option| option.gain >= @numbers["gain_floor"] || (option.check.records? && option.gain.positive?) }
            .sort_by { |option| [-option.rate, option.check.id] }
      end

      # A check that opens the carburetor waits while one outside it tells as much.
      def outside_before_inside(told)
        inside, outside = told.partition { |option| @rules.opening(option.check) }
        inside.reject(&:waits).each do |option|
          better = outside.select { |other| !other.waits && other.gain >= option.gain / 2 }
          option.waits = OrderingRules::Hold.new(@rules.opening(option.check), better.map(&:check)) if better.any?
        end
      end

      # The best check, or what a rule puts in its place: only that much of the order is paid for.
      def place_first(told)
        best = first = told.first
        best = told.find { |option| best.waits.instead.include?(option.check) } while best&.waits
        return told if best.nil? || best.equal?(first)

        @overridden = { check: first.check, says: first.waits.says }
        [best] + (told - [best])
      end
    end
  end
end
