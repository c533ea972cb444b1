# frozen_string_literal: true

module UpperBranch
  module Views
    # The entries of a job as a person reads them, those struck out too, in the order they were made.
    #
    #   Told.of(job)   # => [{entry: "3", says: "Pump shot: weak", mark: "abnormal", struck: false}, ...]
    module Told
      # mark: "abnormal", "healthy", "repair" or "other"
      def self.of(job)
        findings = job.findings.to_h { |finding| [finding.entry, finding] }
        job.all.filter_map do |entry|
          says = said(job, entry) or next
          {
            entry: entry.id,
            says: says,
            mark: mark(job, entry, findings[entry.id]),
            struck: job.struck.include?(entry.id)
          }
        end
      end

      # What undoing would take back: {entry:, says:} or nil.
      def self.undo(job)
        last = job.last or return
        { entry: last.id, says: said(job, last) }
      end

      # An entry without words can still be read, and struck out.
      def self.said(job, entry)
        entry.says(job)
      rescue StandardError => e
        raise unless job.guard

        job.guard.call("words of #{entry.kind}", e)
        "Entry of the kind #{entry.kind.tr('_', ' ')}"
      end

      def self.mark(job, entry, finding)
        return entry.kind == "repair" ? "repair" : "other" unless finding

        { true => "healthy", false => "abnormal", nil => "other" }.fetch(healthy(job, finding))
      end

      # true, false, or nil where it says neither: nobody knows, when it shows, a trial in vain.
      def self.healthy(job, finding)
        case finding.kind
        when :check then finding.words.empty? ? nil : finding.words.first == job.catalogue.check(finding.id).normal
        when :symptom then { "absent" => true, "present" => false }[finding.words.first]
        when :recreated then finding.words == ["shown"] ? false : nil
        end
      end
      private_class_method :said, :mark, :healthy
    end
  end
end
