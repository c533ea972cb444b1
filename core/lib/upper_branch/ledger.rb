# frozen_string_literal: true

module UpperBranch
  # What each finding did: the faults it moved most, before and after, taken in the order things were seen.
  #
  #   Ledger.new(posterior).moves("entry-id")  # => [{id: "pump-cup", name: "...", before: 0.21, after: 0.65}, ...]
  class Ledger
    SHOWN = 3
    LEAST = 0.005

    def initialize(posterior)
      @compiled = posterior.compiled
      @position = posterior.evidence.each_with_index.to_h { |item, i| [item.finding.entry, i] }
      @history = posterior.history
    end

    # Array of {id:, name:, before:, after:}, the largest move first.
    def moves(entry)
      position = @position[entry] or return []
      before, after = @history[position, 2]
      rows = @compiled.faults.each_index.map { |i| { id: @compiled.faults[i].id, name: @compiled.faults[i].name, before: before[i].round(4), after: after[i].round(4) } }
      rows.reject { |row| change(row) < LEAST }.sort_by { |row| [-change(row), row[:id]] }.first(SHOWN)
    end

    private

    def change(row)
      (row[:after] - row[:before]).abs
    end
  end
end
