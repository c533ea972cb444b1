# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # One finding's numbers against every fault, as arrays: P(outcome | set of faults) by causal independence
    # (noisy-OR with attribution):
    #
    #   P(normal | S) = (1 - l) * product over f in S of (1 - a(f))
    #   P(o | S)      = (1 - P(normal | S)) * (l(o) + sum a(f,o)) / (l + sum a(f))
    #
    # Where every word accuses something (no healthy word) P(normal) is 0.
    # Source: noisy-OR after Pearl 1988, as in Russell and Norvig, Artificial Intelligence, chapter on Bayesian networks;
    # the attribution among abnormal words is this product's own.
    class Table
      attr_reader :finding, :words, :leak, :sums

      # rows: one array of strengths a(f, o) per fault, in the order of words
      def initialize(finding, words, rows)
        @finding = finding
        @words = words
        @leak = finding.leak.to_f
        @leak_each = words.empty? ? 0.0 : @leak / words.size
        rows += [Array.new(words.size, 0.0)] # the padding member: no fault, no strength
        @strengths = words.each_index.to_h { |i| [words[i], Numo::DFloat.cast(rows.map { |row| row[i] })] }
        @sums = Numo::DFloat.cast(rows.map(&:sum))
      end

      # a(f, x): chance that this fault alone shows anything abnormal. index: of the fault.
      def sum(index)
        @sums[index]
      end

      # Abnormal strengths, one array over the faults per word, in the order of words.
      def columns
        @strengths.values
      end

      # Abnormal strengths of one fault: {word => a}
      def row(index)
        @strengths.transform_values { |column| column[index] }
      end

      # What to expect with every fault at its prior: {word => leak + expected strength, normal: P(normal), total: sum}.
      # priors: DFloat, one per column (variants and padding 0)
      def expected(priors)
        words = @strengths.transform_values { |column| @leak_each + (column * priors).sum }
        words.merge(normal: (1 - @leak) * (1 - (priors * @sums)).prod, total: words.values.sum)
      end

      # members: Numo::Int32 [sets, size] of fault indexes, padded with the last index. Returns DFloat [sets].
      def normal(members)
        return Numo::DFloat.zeros(members.shape[0]) if @finding.normal.nil?

        product = Numo::DFloat.new(members.shape[0]).fill(1 - @leak)
        members.shape[1].times { |k| product *= 1 - @sums[members[true, k]] }
        product
      end

      # Chance of the reported words given each set. words: the normal word alone, or abnormal words (several for a
      # check where several may be reported: each is one more attribution).
      def likelihood(words, members)
        normal = normal(members)
        return normal if words == [:normal]

        total = gather(@sums, members) + @leak
        words.reduce(1 - normal) { |sum, word| sum * (gather(@strengths.fetch(word), members) + @leak_each) / total }
      end

      # Each member's share of the strength behind the words: array of DFloat [sets], one per member column.
      def shares(words, members)
        return Array.new(members.shape[1]) { Numo::DFloat.zeros(members.shape[0]) } if words.empty?

        column = words.sum { |word| @strengths.fetch(word) }
        total = gather(column, members) + (@leak_each * words.size)
        (0...members.shape[1]).map { |k| column[members[true, k]] / total }
      end

      # Every outcome at once: {:normal => DFloat, word => DFloat}
      def distribution(members)
        normal = normal(members)
        rest = (1 - normal) / (gather(@sums, members) + @leak)
        @strengths.transform_values { |column| rest * (gather(column, members) + @leak_each) }.merge(normal: normal)
      end

      private

      def gather(column, members)
        (0...members.shape[1]).sum { |k| column[members[true, k]] }
      end
    end
  end
end
