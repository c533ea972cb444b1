# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # Sets of faults as rows of indexes, padded: the empty set, all singles, all pairs, and bigger sets grown elsewhere.
    #
    # Only faults tied to something abnormal need to stand in sets. The others factor out exactly: with P(normal | S) a
    # product over the members, a fault that no abnormal finding speaks of is independent of the rest (the trick of
    # Heckerman's Quickscore, 1989, for noisy-OR networks), see Posterior#marginals.
    module Hypotheses
      # indexes: faults that matter; size: members at most; pad: index of the padding member. Returns Int32 [rows,
      # width].
      def self.all(indexes, size, pad, width = size)
        rows = (0..size).flat_map { |k| indexes.combination(k).map { |set| set + Array.new(width - k, pad) } }
        Numo::Int32.cast(rows)
      end

      # Sets one larger, grown from rows; each once. rows: Int32 [n, width] holding `size` members each (padding last)
      def self.grown(rows, size, indexes, pad)
        width = rows.shape[1]
        return Numo::Int32.zeros(0, width) if rows.empty? || indexes.empty?

        grown = Numo::Int32.new(rows.shape[0] * indexes.size, width).fill(pad)
        size.times { |k| grown[true, k] = rows[true, k].to_a.flat_map { |index| Array.new(indexes.size, index) } }
        grown[true, size] = indexes * rows.shape[0]
        unique(fresh(grown, size), size + 1, pad)
      end

      # Rows whose newest member is not in them already.
      def self.fresh(grown, size)
        again = (0...size).sum { |k| grown[true, k].eq(grown[true, size]).cast_to(Numo::Int32) }
        grown[again.eq(0).where, true]
      end
      private_class_method :fresh

      # Each set once, members rising.
      def self.unique(rows, size, pad)
        return rows if rows.empty?

        rows = rows.sort(axis: 1)
        keys = (0...size).reduce(Numo::Int64.zeros(rows.shape[0])) { |key, k| (key * (pad + 1)) + rows[true, k] }
        order = keys.sort_index
        sorted = keys[order]
        first = Numo::Bit.ones(order.size)
        first[1..] = sorted[1..].ne(sorted[0...-1]) if order.size > 1
        rows[order[first.where], true]
      end
      private_class_method :unique
    end
  end
end
