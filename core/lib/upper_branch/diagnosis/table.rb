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
    # Sets come as members: one Int32 array per place in the set, each [sets], padded with the last index. Source:
    # noisy-OR after Pearl 1988, as in Russell and Norvig, Artificial Intelligence, chapter on Bayesian networks; the
    # attribution among abnormal words is this product's own.
    class Table
      attr_reader :finding, :words, :leak, :sums, :misses

      # rows: one array of strengths a(f, o) per fault, in the order of words
      def initialize(finding, words, rows)
        @finding = finding
        @words = words
        @leak = finding.leak.to_f
        @leak_each = words.empty? ? 0.0 : @leak / words.size
        rows += [Array.new(words.size, 0.0)] # the padding member: no fault, no strength
        @strengths = words.each_index.to_h { |i| [words[i], Numo::DFloat.cast(rows.map { |row| row[i] })] }
        @sums = Numo::DFloat.cast(rows.map(&:sum))
        @misses = 1 - @sums
      end

      # The same numbers for some columns only, in their order (Columns): the padding must be among them. columns:
      # Columns
      def over(columns)
        dup.tap { |copy| copy.restrict(columns) }
      end

      # log P(not shown) of each fault, for normal results folded together.
      def log_misses = @log_misses ||= Numo::NMath.log(@misses)

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

      # P(normal | set): DFloat [sets]
      def normal(members)
        return Numo::DFloat.zeros(members.first.size) if @finding.normal.nil?

        product(@misses, members) * (1 - @leak)
      end

      # Chance of the reported words given each set. words: [:normal], or abnormal words (several for a check where
      # several may be reported: each is one more attribution).
      def likelihood(words, members)
        normal = normal(members)
        return normal if words == [:normal]

        total = sum_over(@sums, members) + @leak
        words.reduce(1 - normal) do |chance, word|
          chance * (sum_over(@strengths.fetch(word), members) + @leak_each) / total
        end
      end

      # Each member's share of the strength behind the words: array of DFloat [sets], one per place.
      def shares(words, members)
        return members.map { |place| Numo::DFloat.zeros(place.size) } if words.empty?

        column = words.map { |word| @strengths.fetch(word) }.reduce(:+)
        total = sum_over(column, members) + (@leak_each * words.size)
        members.map { |place| column[place].dup / total }
      end

      # Every outcome at once: {:normal => DFloat, word => DFloat}
      def distribution(members)
        normal = normal(members)
        rest = (1 - normal) / (sum_over(@sums, members) + @leak)
        @strengths.transform_values { |column| rest * (sum_over(column, members) + @leak_each) }.merge(normal: normal)
      end

      # About what it takes in memory: its arrays, and some room for the rest.
      def bytes = ((@strengths.size + 2) * ((@sums.size * 8) + 150)) + 500

      def inspect = "#<Table #{@finding.id}>"

      protected

      def restrict(columns)
        @strengths = @strengths.transform_values { |column| columns.take(column) }
        @sums = columns.take(@sums)
        @misses = 1 - @sums
        @log_misses = nil
      end

      private

      # An index gives a view, and arithmetic on views is slow: copy first.
      def sum_over(column, members)
        members.map { |place| column[place].dup }.reduce(:+)
      end

      def product(column, members)
        members.map { |place| column[place].dup }.reduce(:*)
      end
    end
  end
end
