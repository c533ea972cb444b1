# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # What comes off to reach the inside of each family, in which order, and how it goes back.
      class Strip < Section
        def items = data["items"]

        # What is written down of a part that comes off: {"turns" => {"name" => "turns", "number" => true}, ...}
        def notes = data["notes"]

        def rows = listed(data && data["families"])
        def item(id) = (@items ||= items.to_h { |row| [row["id"], row] })[id]
        def tools = listed(data && data["items"]).flat_map { |row| row["tools"] || [] }

        private

        def look
          unique
          items.each_with_index do |row, i|
            fitting("/items/#{i}", row)
            known("/items/#{i}", row["id"], row["hazards"], book.hazards.ids, "hazard")
            known("/items/#{i}", row["id"], row["note"], notes.keys, "note")
          end
          missing = book.families.ids - ids
          problem("/families", "no way in for #{missing.join(', ')}") if missing.any?
          rows.each_with_index { |row, i| family("/families/#{i}", row) }
        end

        def family(at, row)
          known(at, row["id"], [row["id"]], book.families.ids, "family")
          known(at, row["id"], row.values_at("open", "bench", "apart").flatten, items.map { |one| one["id"] }, "item")
        end
      end
    end
  end
end
