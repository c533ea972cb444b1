# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # From weighted sets of faults to the chance of each fault. Faults that stand in no set are independent of the rest
    # (Columns): their chance is the prior and what normal results leave of it, exactly.
    #
    #   Marginals.new(columns, prior_odds, pad).of(places, probability, evidence)   # => [chance, ...] by fault
    class Marginals
      # columns: Columns; prior_odds: by fault; pad: the column of no fault in the compiled model
      def initialize(columns, prior_odds, pad)
        @columns = columns
        @odds = Numo::DFloat.cast(prior_odds + Array.new(pad + 1 - prior_odds.size, 0.0))
      end

      # places: of the sets, one Int32 array per place; probability: DFloat [sets]; evidence: items seen so far
      def of(places, probability, evidence)
        counted = counted(places, probability)
        free(evidence).tap { |chances| @columns.indexes.each_with_index { |index, i| chances[index] = counted[i] } }
      end

      # Probability, by column, that a fault is among the members.
      def counted(places, probability)
        places.map { |place| place.bincount(probability, minlength: @columns.pad + 1) }.reduce(:+)
      end

      # Of every fault as if it stood in no set: Array
      def free(evidence)
        logs = evidence.filter_map { |item| item.log_misses if item.before.nil? }
        odds = logs.empty? ? @odds : @odds * Numo::NMath.exp(logs.reduce(:+))
        (odds / (1 + odds)).to_a
      end
    end
  end
end
