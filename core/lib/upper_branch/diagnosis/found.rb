# frozen_string_literal: true

module UpperBranch
  module Diagnosis
    # A defect seen or measured, as evidence. fault: index; entry: of the finding; round: how many repairs had been
    # done.
    Found = Struct.new(:fault, :entry, :round, keyword_init: true) do
      # evidence: array of Item. Array of Found, in the order they were found
      def self.of(evidence)
        evidence.flat_map do |item|
          item.found.map { |index| new(fault: index, entry: item.finding.entry, round: item.round) }
        end
      end
    end
  end
end
