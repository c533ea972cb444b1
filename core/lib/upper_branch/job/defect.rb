# frozen_string_literal: true

module UpperBranch
  class Job
    # A defect that was seen or measured: it stands until it is repaired or struck out.
    #
    # fault: id; entry, check, word, round: where and when it was found; mended: the entry of its repair, or nil;
    # place: where of several, or nil.
    # waived: {entry:, reason:} where it is left as it is, or nil; denied: the entry of a later look that found it
    # sound with no repair between, or nil: one of the two must be struck out.
    Defect =
      Struct.new(:fault, :entry, :check, :word, :round, :place, :mended, :waived, :denied, keyword_init: true) do
        def open? = mended.nil? && waived.nil?

        # Every defect of a job, in the order they were found, each fault once.
        def self.of(job)
          rows = job.findings.flat_map { |finding| found(job, finding) }
          rows.reverse.uniq { |row| [row.fault, row.place, row.mended] }.reverse
        end

        def self.found(job, finding)
          finding.found.map do |word, fault|
            new(fault: fault, entry: finding.entry, check: finding.id, word: word, round: finding.round,
                place: finding.place, mended: mended(job, finding, fault)&.entry,
                waived: job.waived[fault], denied: denial(job, finding, fault)&.entry)
          end
        end

        # The repair that has mended it: of this place, or of all.
        def self.mended(job, finding, fault)
          job.repairs.find do |row|
            row.round >= finding.round && row.faults.include?(fault) && [nil, finding.place&.id].include?(row.place)
          end
        end

        # A later finding before any repair whose word clears the fault.
        def self.denial(job, finding, fault)
          after = job.findings.drop(job.findings.index(finding) + 1)
          after.find do |other|
            next if other.kind != :check || other.round != finding.round
            next if other.place && finding.place && other.place != finding.place

            check = job.catalogue.check(other.id)
            other.words.any? { |word| check.clears.fetch(word, []).include?(fault) }
          end
        end
        private_class_method :found, :denial, :mended
      end
  end
end
