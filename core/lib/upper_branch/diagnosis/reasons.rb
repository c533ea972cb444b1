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

      # The strongest for and against a fault: {prior:, posterior:, together:, for: [...], against: [...]}, decibans rounded to 0.1.
      def of(fault_id, count = 3)
        account = @weights.of(fault_id)
        speaking = account.reasons.reject { |reason| reason.decibans.abs < 0.3 }
        { prior: account.prior.round(1), posterior: account.posterior.round(1), together: account.together.round(1),
          for: speaking.select { |reason| reason.decibans.positive? }.first(count).map { |reason| spoken(reason, fault_id) },
          against: speaking.select { |reason| reason.decibans.negative? }.first(count).map { |reason| spoken(reason, fault_id) } }
      end

      # "Pump shot: weak", "Hesitation not seen"
      def name(finding)
        if finding.kind == :symptom
          symptom = @catalogue.symptom(finding.id)
          finding.words == ["present"] ? symptom.name : "Not seen: #{symptom.name}"
        else
          check = @catalogue.check(finding.id)
          "#{check.name.delete_suffix('?')}: #{finding.words.map { |word| check.outcomes[word] }.join(', ').downcase}"
        end
      end

      private

      def spoken(reason, fault_id)
        finding = @findings[reason.entry]
        { entry: reason.entry, decibans: reason.decibans.round(1), says: "#{name(finding)}#{because(finding, fault_id, reason.decibans)}" }
      end

      # Through which effect a finding speaks for a fault.
      def because(finding, fault_id, decibans)
        return " speaks against it" if decibans.negative?

        fault = @machine.fault(fault_id)
        effect = fault.effects.map { |link| @catalogue.effect(link.id) }.find { |row| shows?(row, finding) }
        effect ? " (#{effect['says']})" : ""
      end

      def shows?(effect, finding)
        return (effect["symptoms"] || {}).key?(finding.id) if finding.kind == :symptom

        words = (effect["checks"] || {})[finding.id] or return false
        words.keys.any? { |joined| joined.split("/").intersect?(finding.words) }
      end
    end
  end
end
