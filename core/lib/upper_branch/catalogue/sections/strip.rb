# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # What comes off to reach the inside of each family, in which order, and how it goes back.
      class Strip < Section
        def items = data["items"]

        # What is written down of a part that comes off: {"turns" => {"name" => "turns", "number" => true}, ...}
        def notes = data["notes"]

        # Words for what a passage was found and left like: {"found" => {word => name}, "left" => ..., "right" => [words
        # of left after which nothing is owing]}
        def cleared = data["cleared"]

        # What can be cleared on a machine with these features (Set): raw rows.
        def passages(features)
          listed(data && data["passages"]).select { |row| Needs.met?(row["needs"], features) }
        end

        def passage(id) = data["passages"].find { |row| row["id"] == id }
        def shown = data ? { cleared: cleared.slice("found", "left") } : {}
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
          clearing
          missing = book.families.ids - ids
          problem("/families", "no way in for #{missing.join(', ')}") if missing.any?
          rows.each_with_index { |row, i| family("/families/#{i}", row) }
        end

        def clearing
          data["passages"].each_with_index { |row, i| fitting("/passages/#{i}", row) }
          known("/cleared/right", "right", cleared["right"], cleared["left"].keys, "word for how it is left")
        end

        def family(at, row)
          known(at, row["id"], [row["id"]], book.families.ids, "family")
          known(at, row["id"], row.values_at("open", "bench", "apart").flatten, items.map { |one| one["id"] }, "item")
        end
      end
    end
  end
end
