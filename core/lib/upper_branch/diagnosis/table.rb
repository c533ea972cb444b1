# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # One finding's numbers against every fault, as arrays: P(outcome | set of faults) by causal independence
    # (noisy-OR with attribution):
    #
    #   P(normal | S) = (1 - l) * product over f in S of (1 - a(f))
    #   P(o | S)      = (1 - P(normal | S)) * w(o, S) / sum of w over the words
    #   w(o, S)       = (l(o) + sum a(f,o)) * product over the faults of S that o clears of the miss chance
    #
    # and, where several words may be reported at once (each fault shows one of its words or none, the words seen are
    # the union), exactly by inclusion and exclusion over the words seen:
    #
    #   P(seen within W | S) = product of (1 - l) outside W * product over f in S of (1 - sum of a(f) outside W)
    #
    # Where every word accuses something (no healthy word) P(normal) is 0.
    # What S stands for is asked through `over`: many sets at once (Members) or the faults at their priors (Expected).
    # Source: noisy-OR after Pearl 1988, as in Russell and Norvig, Artificial Intelligence, chapter on Bayesian
    # networks; the attribution among abnormal words is this product's own.
    class Table
      # As Table asks it: many sets of faults at once. places: one Int32 array per place in the set, each [sets], padded
      # with the last column
      Members =
        Struct.new(:places) do
          def self.of(sets) = sets.is_a?(Array) ? new(sets) : sets

          # An index gives a view, and arithmetic on views is slow: copy first.
          def sum(column) = places.map { |place| column[place].dup }.reduce(:+)
          def product(column) = places.map { |place| column[place].dup }.reduce(:*)
          def each(column) = places.map { |place| column[place].dup }
          def zero = Numo::DFloat.zeros(places.first.size)
        end

      # As Table asks it: every fault at its prior, one known to be in or out. chances: DFloat over the columns
      Expected =
        Struct.new(:chances) do
          def sum(column) = (column * chances).sum
          def product(column) = (1 - ((1 - column) * chances)).prod
          def zero = 0.0
        end

      attr_reader :finding, :words, :leak, :leaks, :sums, :misses, :cleared

      # rows: one array of strengths a(f, o) per fault, in the order of words; leaks: one chance per word, seen without
      # any fault of the catalogue (the finding's leak shared out); cleared: {abnormal word => factors, one per fault},
      # for words that clear some
      def initialize(finding, words, rows, leaks: nil, cleared: {})
        @finding = finding
        @words = words
        leaks ||= words.map { finding.leak.to_f / words.size }
        @leaks = words.zip(leaks).to_h
        @leak = leaks.sum.to_f
        rows += [Array.new(words.size, 0.0)] # the padding member: no fault, no strength
        @strengths = words.each_index.to_h { |i| [words[i], Numo::DFloat.cast(rows.map { |row| row[i] })] }
        @cleared = cleared.transform_values { |factors| Numo::DFloat.cast(factors + [1.0]) }
        total(Numo::DFloat.cast(rows.map(&:sum)))
      end

      # The same numbers for some columns only, in their order (Columns): the padding must be among them. columns:
      # Columns
      def over(columns)
        dup.tap { |copy| copy.restrict(columns) }
      end

      # The same numbers for some of the words only, as if nobody looked for the others.
      def part(words)
        words == @words ? self : dup.tap { |copy| copy.keep(words) }
      end

      # log P(not shown) of each fault, for normal results folded together.
      def log_misses = @log_misses ||= Logs.of(@misses)

      # a(f, x): chance that this fault alone shows anything abnormal. index: of the fault.
      def sum(index)
        @sums[index]
      end

      # Abnormal strengths, one array over the faults per word, in the order of words.
      def columns
        @strengths.values
      end

      def column(word) = @strengths.fetch(word)

      # Abnormal strengths of one fault: {word => a}
      def row(index)
        @strengths.transform_values { |column| column[index] }
      end

      # P(normal | S). over: Members, Expected, or places
      def normal(over)
        over = Members.of(over)
        @finding.normal.nil? ? over.zero : over.product(@misses) * (1 - @leak)
      end

      # Chance of one reported word. word: :normal or an abnormal word
      def likelihood(word, over)
        normal = normal(over)
        return normal if word == :normal

        (1 - normal) * share(word, over)
      end

      # Chance that exactly these words were seen, where several may be. words: abnormal ones, at least one; beside:
      # words that are seen whatever is in
      def seen(words, over, beside = [])
        over = Members.of(over)
        (0..words.size).sum do |count|
          sign = (words.size - count).even? ? 1 : -1
          words.combination(count).sum { |some| within(beside + some, over) * sign }
        end
      end

      # P(nothing outside these words is seen | S).
      def within(words, over) = over.product(misses_outside(words)) * leak_outside(words)

      # Of each fault, the chance to show nothing outside these words.
      def misses_outside(words) = words.reduce(@misses) { |left, word| left + @strengths.fetch(word) }
      def leak_outside(words) = @leaks.except(*words).values.reduce(1.0) { |product, leak| product * (1 - leak) }

      # P(word | something abnormal is shown, S)
      def share(word, over)
        over = Members.of(over)
        weight(word, over) / Logs.at_least(whole(over))
      end

      # Each member's share of the strength behind the words: array of DFloat [sets], one per place. members: Members
      def shares(words, members)
        members = Members.of(members)
        return members.each(@sums * 0) if words.empty?

        column = words.map { |word| @strengths.fetch(word) }.reduce(:+)
        total = members.sum(column) + words.sum { |word| @leaks[word] }
        members.each(column).map { |one| one / Logs.at_least(total) }
      end

      # Every outcome at once: {:normal => chance, word => chance}
      def distribution(over)
        over = Members.of(over)
        normal = normal(over)
        rest = (1 - normal) / Logs.at_least(whole(over))
        @words.to_h { |word| [word, rest * weight(word, over)] }.merge(normal: normal)
      end

      # About what it takes in memory: its arrays, and some room for the rest.
      def bytes = ((@strengths.size + @cleared.size + 2) * ((@sums.size * 8) + 150)) + 500

      def inspect = "#<Table #{@finding.id}>"

      # The same numbers without these faults, as if they were never in. indexes: columns
      def without(indexes)
        indexes.empty? ? self : dup.tap { |copy| copy.leave_out(indexes) }
      end

      # The same numbers where each fault shows only by its share of them. factors: DFloat over the columns, 0 to 1
      def scaled(factors) = dup.tap { |copy| copy.scale(factors) }

      protected

      def scale(factors)
        @strengths = @strengths.transform_values { |column| column * factors }
        @cleared = @cleared.transform_values { |left| 1 - ((1 - left) * factors) }
        total(@sums * factors)
      end

      def leave_out(indexes)
        mask = Numo::DFloat.ones(@sums.size)
        mask[indexes] = 0.0
        @strengths = @strengths.transform_values { |column| column * mask }
        @cleared = @cleared.transform_values { |factors| (factors * mask) + (1 - mask) }
        total(@sums * mask)
      end

      def restrict(columns)
        @strengths = @strengths.transform_values { |column| columns.take(column) }
        @cleared = @cleared.transform_values { |factors| columns.take(factors) }
        total(columns.take(@sums))
      end

      def keep(words)
        @words = words
        @leaks = @leaks.slice(*words)
        @leak = @leaks.values.sum.to_f
        @strengths = @strengths.slice(*words)
        @cleared = @cleared.slice(*words)
        total(@strengths.values.reduce(:+) || (@sums * 0))
      end

      private

      def total(sums)
        @sums = sums
        @misses = 1 - @sums
        @log_misses = nil
      end

      # w(o, S)
      def weight(word, over)
        weight = over.sum(@strengths.fetch(word)) + @leaks[word]
        @cleared.key?(word) ? weight * over.product(@cleared[word]) : weight
      end

      def whole(over)
        return over.sum(@sums) + @leak if @cleared.empty?

        @words.map { |word| weight(word, over) }.reduce(:+)
      end
    end
  end
end
