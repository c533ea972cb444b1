# frozen_string_literal: true

module UpperBranch
  module Workshop
    # After a repair: the checks that failed are repeated where they failed - on the bench before it is put together,
    # the rest on the whole machine - then the complaint's own conditions. What is still to be shown?
    #
    #   Proof.of(job).left   # => [Item(:check, "pump-shot", "Pump shot"), Item(:symptom, "hesitation", ...)]
    class Proof
      Item = Struct.new(:kind, :id, :name, :done, keyword_init: true)
      ASSEMBLED = %w[A B C D].freeze # stages that see the machine whole; parts on the bench are not looked at twice

      def self.of(job)
        new(job)
      end

      def initialize(job)
        @job = job
      end

      # Every item, done or not. Before any repair: one item that asks for it.
      def items
        return planned if @job.round.zero? && @job.machine.plan
        return [Item.new(kind: :repair, id: "repair", name: "a repair", done: false)] if @job.round.zero?

        failed_checks + complaint
      end

      def left
        items.reject(&:done)
      end

      private

      # A plan whose looks are all done is its own proof.
      def planned
        Plan.of(@job).steps.map { |step| Item.new(kind: :check, id: step.id, name: step.name, done: step.done) }
      end

      def failed_checks
        seen = @job.findings.select { |finding| finding.kind == :check && finding.round < @job.round }.map(&:id).uniq
        checks = seen.filter_map { |id| @job.machine.check(id) }.select { |check| wanted?(check) }
        first, rest = checks.partition(&:retest?)
        (first + rest).map do |check|
          Item.new(kind: :check, id: check.id, name: check.name, done: shown_sound?(check))
        end
      end

      def wanted?(check) = !check.records? && valid?(check) && failed_and_mended?(check) && asked_for?(check)

      # What only tells while the machine is as it was made tells nothing of a new set-up.
      def valid?(check) = !check.standard_only? || @job.trials.none? { |trial| trial.result == "right" }

      # Sound since the last repair of anything that shows at it; a later repair of something else asks for no more.
      def shown_sound?(check)
        failures(check).all? { |failed| sound_since?(check, failed) }
      end

      # The last time it was not sound, at each place.
      def failures(check)
        failed = @job.findings.select { |one| one.kind == :check && one.id == check.id && !sound?(check, one) }
        failed.to_h { |one| [one.place, one] }.values
      end

      def sound_since?(check, failed)
        result = @job.result(check.id, place: failed.place)
        return false unless sound?(check, result)

        mends = @job.repairs.select { |repair| repair.faults.any? { |fault| shows?(fault, check, failed.words) } }
        mends.all? { |repair| result.round > repair.round }
      end

      # Parts on the bench are not looked at twice, but what can be tried there is, while it still lies there.
      def asked_for?(check)
        return true if ASSEMBLED.include?(check.stage)

        check.retest? && @job.state.carburetor != "on" && check.states.any? { |code| @job.state.meets?(code) }
      end

      # Failed before some repair that mends a fault which shows that word.
      def failed_and_mended?(check)
        @job.findings.any? do |finding|
          finding.kind == :check && finding.id == check.id && !sound?(check, finding) && !trial?(check, finding) &&
            @job.repairs.any? do |repair|
              repair.round >= finding.round && repair.faults.any? { |id| shows?(id, check, finding.words) }
            end
        end
      end

      # A trial that cured it was the repair; it is not tried again.
      def trial?(check, finding) = finding.words.intersect?(check.cures)

      def shows?(fault_id, check, words)
        fault = @job.machine.fault(fault_id) or return false
        least = @job.catalogue.scale["planning"]["shown"]
        @job.machine.arrows.row(fault, check).any? { |word, strength| words.include?(word) && strength > least }
      end

      def sound?(check, finding)
        (@job.machine.unintended(check, finding.words) - [check.normal]).empty?
      end

      def complaint
        @job
          .findings
          .select { |finding| finding.kind == :symptom && finding.words == ["present"] && finding.round < @job.round }
          .map(&:id)
          .uniq
          .select { |id| @job.complained?(id) }
          .map do |id|
            symptom = @job.catalogue.symptom(id)
            latest = @job.findings.reverse.find { |finding| finding.kind == :symptom && finding.id == id }
            Item.new(
              kind: :symptom,
              id: id,
              name: symptom.name,
              done: latest.round == @job.round && latest.words == ["absent"]
            )
          end
      end
    end
  end
end
