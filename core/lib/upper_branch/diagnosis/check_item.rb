# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # The result of a check. Words that are a defect found (`is`) count as facts and leave the rest of the check to
    # speak of the rest; words that observe a symptom again count by their occurrence; all others by the check's own
    # table.
    class CheckItem < Item
      # What the reported words come to. found: {word => columns of the fault, its own first}; words: other abnormal
      # words; chances: {word or :normal => p} of a reading that has measured no defect
      Result =
        Struct.new(:found, :words, :chances, keyword_init: true) do
          def normal? = chances ? chances.fetch(:normal, 0) > 0.5 : found.empty? && words.empty?
        end

      attr_reader :table, :occurrences, :log_misses

      # table: all words of the check; own: those that no occurrence has taken, without the faults found; result:
      # Result; occurrences: of symptoms that this check observes again
      def initialize(finding, table:, own:, result:, occurrences: [])
        super(finding)
        @table = table
        @own = own
        @result = result
        @occurrences = occurrences
        judge
      end

      def constant = @constant || 0.0
      def found = @result.found.values.map(&:first)
      def normal? = @result.normal?

      def bound? = !@bound.nil? || @occurrences.any?

      def bound(over)
        parts = @occurrences.map { |occurrence| occurrence.adds(over) }
        parts << @bound.call(over) if @bound
        parts.reduce(:*)
      end

      def touched
        strengths = @occurrences.map(&:touched)
        strengths << @own.sums if @bound
        strengths.reduce(:+)
      end

      def over(columns)
        CheckItem.new(
          finding,
          table: @table.over(columns),
          own: @own.over(columns),
          result: columns.result(@result),
          occurrences: @occurrences.map { |one| one.over(columns) }
        ).tap { |copy| copy.before = before }
      end

      # A defect found answers for its word alone.
      def shares(members)
        members = Table::Members.of(members)
        shares = @table.shares(signs, members)
        @result.found.values.flatten.reduce(shares) do |all, column|
          members.places.zip(all).map { |place, one| Numo::DFloat.maximum(one, place.eq(column).cast_to(Numo::DFloat)) }
        end
      end

      # P(this result | a cause outside the catalogue); a defect found says nothing for or against one.
      def outside
        return 1.0 if @result.found.any?

        @occurrences.reduce(own_outside) { |product, one| product * one.adds_outside }
      end

      private

      def signs = @result.chances ? @result.chances.keys - [:normal] : @result.words
      def check = @table.finding

      def judge
        return mixture if @result.chances

        words = @result.words & @own.words
        seen = @result.found.keys & @own.words
        return normal if @result.normal? || (check.multi? && words.empty? && seen.empty?)

        check.multi? ? several(words, seen) : single(words.first)
      end

      def normal
        fold(@own.misses, check.multi? ? @own.leak_outside([]) : 1 - @own.leak) unless check.normal.nil?
      end

      def several(words, seen)
        if words.empty?
          fold(@own.misses_outside(seen), @own.leak_outside(seen))
        else
          @bound = ->(over) { @own.seen(words, over, seen) }
        end
      end

      # A check with one answer: a defect found rules out the other defects it would have shown.
      def single(word)
        return @bound = ->(over) { @own.likelihood(word, over) } if word
        return if @result.found.empty?

        others = @own.part(@own.words.select { |each| check.is.key?(each) && !@result.found.key?(each) })
        fold(others.misses, 1 - others.leak)
      end

      def mixture
        chances = @result.chances
        kept = @own.words.to_h { |word| [word, chances.fetch(word, 0.0)] }.select { |_, p| p.positive? }
        rest = 1 - kept.values.sum
        @bound = lambda do |over|
          spread = @own.distribution(over)
          kept.sum { |word, chance| spread[word] * chance } + (spread[:normal] * rest)
        end
      end

      def fold(misses, constant)
        @log_misses = Logs.of(misses)
        @constant = Logs.of(constant)
      end

      def own_outside
        abnormal = check.outside
        chances = @result.chances || (normal? ? { normal: 1.0 } : { @result.words.first => 1.0 })
        return 1.0 if @own.words.empty?

        # One of its words is always seen where a check has no healthy one.
        abnormal = 1.0 if check.normal.nil?
        chances.sum { |word, chance| chance * (word == :normal ? 1 - abnormal : abnormal / @table.words.size) }
      end
    end
  end
end
