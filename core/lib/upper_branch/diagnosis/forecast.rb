# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # What every check would show, all at once: one matrix of P(outcome | set) over the leading sets, built by a few
    # array operations instead of one per check (the planner asks for all of them at every step).
    #
    #   forecast = Forecast.new(compiled, machine.checks, members, probability)
    #   forecast.chances(check)   # => {"strong-at-once" => 0.4, "weak" => 0.35, ...}
    #   forecast.gain(check)      # mutual information between its outcome and the sets, bits
    class Forecast
      # The numbers of all checks side by side. columns: one per abnormal word; every check has one for its normal word
      # besides.
      class Sheet
        attr_reader :strengths, :sums, :leaks, :leak_each, :owner, :columns, :accusing

        def initialize(compiled, checks)
          tables = checks.map { |check| compiled.table(check) }
          @columns = numbered(checks, tables)
          @owner = Numo::Int32.cast(tables.each_with_index.flat_map { |table, i| Array.new(table.words.size, i) })
          @strengths = side_by_side(tables.flat_map(&:columns))
          @sums = side_by_side(tables.map(&:sums))
          @leaks = Numo::DFloat.cast(tables.map(&:leak))
          @leak_each = Numo::DFloat.cast(tables.flat_map { |table| table.leaks.values })
          @accusing = tables.each_index.select { |i| tables[i].finding.normal.nil? }
        end

        # About what it takes in memory.
        def bytes = ((@strengths.size + @sums.size) * 8) + (@columns.size * 500)

        private

        # {check id => {word => column}}
        def numbered(checks, tables)
          at = -1
          checks.zip(tables).to_h { |check, table| [check.id, table.words.to_h { |word| [word, at += 1] }] }
        end

        def side_by_side(columns)
          Numo::NArray.hstack(columns.map { |column| column.reshape(column.size, 1) })
        end
      end

      # members: as Table takes them (masked); probability: DFloat [sets], sum 1
      def initialize(compiled, checks, members, probability)
        @checks = checks
        @position = checks.each_with_index.to_h { |check, i| [check.id, i] }
        @sheet = compiled.sheet(checks)
        @probability = probability
        build(members)
      end

      # {outcome word => chance}, healthy word included
      def chances(check)
        words = @sheet.columns[check.id].transform_values { |column| @expected[column] }
        check.normal ? words.merge(check.normal => @expected_normal[@position[check.id]]) : words
      end

      # Bits.
      def gain(check)
        position = @position[check.id]
        columns = @sheet.columns[check.id].values
        outcome = columns.sum { |column| entropy(@expected[column]) } + entropy(@expected_normal[position])
        given = columns.sum { |column| @spread[column] } + @spread_normal[position]
        [outcome - given, 0.0].max
      end

      # The words a check may answer with.
      def words(check)
        chances(check).keys
      end

      # P(word | set) for each of [check, word] and every leading set: DFloat [sets, words].
      def given(list)
        @words ||= @abnormal.concatenate(@normal, axis: 1)
        @words[true, list.map { |check, word| column(check, word) }].dup
      end

      # P(word and set): the same times the probability of the set.
      def joint(list)
        given(list) * @probability.reshape(@probability.size, 1)
      end

      def inspect = "#<Forecast of #{@checks.size} checks>"

      private

      def column(check, word)
        word == check.normal ? @abnormal.shape[1] + @position[check.id] : @sheet.columns[check.id].fetch(word)
      end

      def build(members)
        @normal = members.map { |place| 1 - @sheet.sums[place, true] }.reduce(:*) * (1 - @sheet.leaks)
        @normal[true, @sheet.accusing] = 0.0 if @sheet.accusing.any?
        total = members.map { |place| @sheet.sums[place, true].dup }.reduce(:+) + @sheet.leaks
        share = (1 - @normal) / total
        @abnormal =
          (members.map { |place| @sheet.strengths[place, true].dup }.reduce(:+) + @sheet.leak_each) *
          share[true, @sheet.owner].dup
        expect
      end

      def expect
        weight = @probability.reshape(@probability.size, 1)
        @expected = (@abnormal * weight).sum(axis: 0).to_a
        @expected_normal = (@normal * weight).sum(axis: 0).to_a
        @spread = conditional(@abnormal, weight)
        @spread_normal = conditional(@normal, weight)
      end

      # H(word | set) averaged over the sets, per column.
      def conditional(matrix, weight)
        (Numo::NMath.log2(matrix.clip(1e-300, 1.0)) * matrix * weight * -1).sum(axis: 0).to_a
      end

      def entropy(p)
        p <= 0 ? 0.0 : -p * Math.log2(p)
      end
    end
  end
end
