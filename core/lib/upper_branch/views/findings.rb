# frozen_string_literal: true

module UpperBranch
  module Views
    # What was found, as plain data: in words, what it did to the odds, and what is to be said about it (unexplained,
    # too close to call, superseded, seen over again).
    #
    #   Findings.of(job, posterior, ledger)   # => [{entry: "2", says: "Pump shot: weak", did: [...], ...}, ...]
    class Findings
      def self.of(job, posterior, ledger)
        new(job, posterior, ledger).to_a
      end

      def initialize(job, posterior, ledger)
        @job = job
        @ledger = ledger
        @verdict = job.catalogue.scale["verdict"]
        @explained = posterior.explained
        @seen_again = Diagnosis::Evidence.new(job, posterior.compiled).seen_again
      end

      def to_a = @job.findings.map { |finding| row(finding) }

      private

      def row(finding)
        { entry: finding.entry, kind: finding.kind, id: finding.id, words: finding.words, round: finding.round,
          place: finding.place&.to_h, says: finding.says(@job.catalogue), chances: chances(finding),
          measured: measured(finding), did: @ledger.moves(finding.entry), **standing(finding) }
      end

      def chances(finding) = finding.chances&.transform_values { |p| p.round(6) }

      # Whether it stands as it was found.
      def standing(finding)
        explained = @explained[finding.entry]
        {
          explained: explained&.round(6), unexplained: !explained.nil? && explained < @verdict["unexplained"],
          seen_again: @seen_again[finding.entry], superseded: superseded?(finding),
          too_close: finding.reading ? finding.reading.too_close?(@verdict["clear"]) : false
        }
      end

      # A later result of the same check or symptom, before any repair between them, said something else.
      def superseded?(finding)
        @latest ||= @job.findings.to_h { |one| [[one.kind, one.id, one.round], one] }
        @latest[[finding.kind, finding.id, finding.round]].words != finding.words
      end

      # The number behind a finding, with what it means: for the ledger and the report.
      def measured(finding)
        reading = finding.reading or return
        { value: reading.value&.round(6), unit: reading.unit, uncertainty: reading.uncertainty&.round(6),
          says: reading.says }
      end
    end
  end
end
