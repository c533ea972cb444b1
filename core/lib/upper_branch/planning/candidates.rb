# frozen_string_literal: true

module UpperBranch
  module Planning
    # Checks that could be done on this machine from here: fitted, not yet done or passed over since the last repair,
    # their condition met, reachable, and not destroyed by what has been repaired.
    class Candidates
      # record: a check that must come before it (a record before a screw is turned, the flow before the flow with the
      # cap open), or nil; its minutes are paid with it.
      Candidate = Struct.new(:check, :minutes, :travel, :state, :code, :record, keyword_init: true) do
        def total = minutes + travel
      end

      def initialize(job)
        @job = job
        @machine = job.machine
        @transitions = Workshop::Transitions.for(@machine.family, job.catalogue)
        @rules = Workshop::OrderingRules.new(job)
        @gates = Workshop::Gates.new(job)
      end

      # Array of Candidate in catalogue order.
      def all
        @all ||=
          possible.select { |check| @machine.missing_tools(check).empty? }.filter_map { |check| candidate(check) }
      end

      # Questions that can be asked now, in the order of the catalogue.
      def questions
        questions = Questions.new(@job)
        return [] unless questions.open?

        questions.all.map do |question|
          Candidate.new(check: question, minutes: question.minutes, travel: 0.0, state: @job.state, code: "any")
        end
      end

      # Checks that only a missing tool keeps from being done: array of Check.
      def lacking
        possible.reject { |check| @machine.missing_tools(check).empty? }
      end

      private

      def possible
        @possible ||=
          @machine.checks.reject do |check|
            done?(check) || @job.passed_over?(check.id) || internal?(check) || destroyed?(check) || blocked?(check) ||
              !asked_for?(check) || invalid?(check)
          end
      end

      # Done at every place there is.
      def done?(check)
        places = @machine.places.of(check.per)
        (places.empty? ? [nil] : places).all? { |place| stands?(check, @job.result(check.id, place: place)) }
      end

      # A result stands until a repair has mended something that shows at that check; a sound one stands for good.
      def stands?(check, result)
        return false unless result
        return false if result.words.intersect?(check.neutral) || (too_close?(result) && result.round == @job.round)

        result.round == @job.round || result.words == [check.normal] || !mended_since?(check, result)
      end

      def mended_since?(check, result)
        faults = @job.repairs.select { |repair| repair.round >= result.round }.flat_map(&:faults)
        least = @job.catalogue.scale["planning"]["shown"]
        faults
          .filter_map { |id| @machine.fault(id) }
          .any? { |fault| @machine.arrows.row(fault, check).values.sum > least }
      end

      def too_close?(result)
        result.reading&.too_close?(@job.catalogue.scale["verdict"]["clear"])
      end

      # A rule forbids it, or it wants a warm run first and there has been none on the way.
      def blocked?(check)
        @rules.blocking(check) || (check.after_run? && !@job.has_run && !check.states.include?("W"))
      end

      # Internal work on some families is for a licensed mechanic.
      def internal?(check)
        @machine.licensed_only? && check.states.all? { |code| %w[open bench apart].include?(code) }
      end

      # A repair disturbed what the check looks at. Whether the very part that was repaired is right now can be seen.
      def destroyed?(check)
        shown = check.is.values.flatten
        @job.repairs.any? do |repair|
          disturbed = Workshop::Repairs.find(@machine, repair.id)&.destroys || []
          disturbed.include?(check.id) && !shown.intersect?(repair.faults)
        end && !proving?(check)
      end

      # The machine is no more as this check takes it to be.
      def invalid?(check) = check.standard_only? && @job.trials.any?(&:changed?)

      def proving?(check)
        @job.result(check.id)&.round.to_i < @job.round && Workshop::Proof::ASSEMBLED.include?(check.stage)
      end

      def asked_for?(check)
        check.only_when.empty? || check.only_when.any? { |term| holds?(term) }
      end

      # Checks that come before this one and have not been done.
      def missing(check)
        first = check.after.filter_map { |id| @machine.check(id) }
        first.reject { |one| @job.result(one.id) || @job.passed_over?(one.id) }
      end

      def holds?(term)
        return @job.symptom(term.delete_prefix("symptom:")) == "present" if term.start_with?("symptom:")
        return @machine.condition(term.delete_prefix("context:")) if term.start_with?("context:")

        check, word = term.split("=")
        @job.result(check)&.words&.include?(word)
      end

      def candidate(check)
        code, travel, state =
          check
            .states
            .map { |each| [each, *@transitions.nearest(@job.state, [each])] }
            .min_by
            .with_index { |(_, cost), i| [cost, i] }
        return unless travel.finite?

        before = missing(check)
        way = travel + @gates.minutes(check.states, check.id) + before.sum(&:minutes)
        Candidate.new(check: check, minutes: check.minutes, travel: way, state: state, code: code, record: before.first)
      end
    end
  end
end
