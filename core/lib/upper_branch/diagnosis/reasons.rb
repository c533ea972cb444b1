# frozen_string_literal: true

module UpperBranch
  module Diagnosis
    # Reasons in words: what a finding is called, what it says about a fault, through which effect.
    class Reasons
      def initialize(job, posterior)
        @job = job
        @machine = job.machine
        @catalogue = job.catalogue
        @weights = WeightOfEvidence.new(posterior)
        @findings = job.findings.to_h { |finding| [finding.entry, finding] }
      end

      # The strongest for and against a fault: {prior:, posterior:, together:, for: [...], against: [...]}, decibans
      # rounded to 0.1.
      def of(fault_id, count = 3)
        account = @weights.of(fault_id)
        speaking = account.reasons.reject { |reason| reason.decibans.abs < 0.3 }
        {
          prior: account.prior.round(1),
          posterior: account.posterior.round(1),
          together: account.together.round(1),
          for:
            speaking
              .select { |reason| reason.decibans.positive? }
              .first(count)
              .map { |reason| spoken(reason, fault_id) },
          against:
            speaking
              .select { |reason| reason.decibans.negative? }
              .first(count)
              .map { |reason| spoken(reason, fault_id) }
        }
      end

      private

      def spoken(reason, fault_id)
        finding = @findings[reason.entry]
        {
          entry: reason.entry,
          decibans: reason.decibans.round(1),
          says: "#{finding.says(@catalogue)}#{because(finding, fault_id, reason.decibans)}"
        }
      end

      # Through which effect a finding speaks for a fault.
      def because(finding, fault_id, decibans)
        return " speaks against it" if decibans.negative?

        fault = @machine.fault(fault_id)
        effect = fault.effects.map { |link| @catalogue.effect(link.id) }.find { |row| shows?(row, finding) }
        effect ? " (#{effect.says})" : ""
      end

      def shows?(effect, finding)
        return effect.shows_symptom?(finding.id) if finding.kind == :symptom

        effect.shows_words?(finding.id, finding.words)
      end
    end
  end
end
