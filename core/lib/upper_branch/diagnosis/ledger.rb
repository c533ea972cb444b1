# frozen_string_literal: true

module UpperBranch
  module Diagnosis
    # What each finding did: the faults it moved most, before and after, taken in the order things were seen.
    #
    #   Ledger.new(posterior).moves("entry-id")  # => [{id: "pump-cup", name: "...", before: 0.21, after: 0.65}, ...]
    class Ledger
      SHOWN = 3
      LEAST = 0.005
      FELL = 0.7 # odds left of a group that something cleared

      def initialize(posterior)
        @compiled = posterior.compiled
        @position = posterior.evidence.each_with_index.to_h { |item, i| [item.finding.entry, i] }
        @history = posterior.history
      end

      # Array of {id:, name:, before:, after:}, the largest move first.
      def moves(entry)
        position = @position[entry] or return []
        before, after = @history[position, 2]
        rows =
          @compiled.faults.each_index.map do |i|
            {
              id: @compiled.faults[i].id,
              name: @compiled.faults[i].name,
              before: before[i].round(4),
              after: after[i].round(4)
            }
          end
        rows.reject { |row| change(row) < LEAST }.sort_by { |row| [-change(row), row[:id]] }.first(SHOWN)
      end

      # The entry that cleared a group of faults most: the one after which the chance of any of them fell furthest by
      # odds, to seven tenths or less. nil when none did. fault_ids: of one circuit, say
      def cleared(fault_ids)
        places = fault_ids.filter_map { |id| @compiled.index(id) }
        odds = @history.map { |chances| any(chances, places).then { |p| p / [1 - p, 1e-9].max } }
        entry, position = @position.min_by { |_, i| odds[i + 1] / [odds[i], 1e-12].max }
        entry if position && odds[position + 1] < odds[position] * FELL
      end

      private

      def any(chances, places)
        1 - places.reduce(1.0) { |left, i| left * (1 - chances[i]) }
      end

      def change(row)
        (row[:after] - row[:before]).abs
      end
    end
  end
end
