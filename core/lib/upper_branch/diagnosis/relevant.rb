# frozen_string_literal: true

module UpperBranch
  module Diagnosis
    # Faults that must stand in sets: tied to something that is bound to the set as a whole, or named (found,
    # repaired), and those coupled or masked with such a one. All others factor out (Columns).
    module Relevant
      # named: indexes. Array of indexes, rising.
      def self.indexes(compiled, evidence, named)
        shown = evidence.filter_map(&:touched).reduce(:+)
        chosen = shown ? shown.gt(0).where.to_a.select { |i| i < compiled.faults.size } : []
        chosen |= named
        chosen |= chosen.flat_map { |i| compiled.couplings.partners(i) + compiled.masks.partners(i) }
        chosen.sort
      end
    end
  end
end
