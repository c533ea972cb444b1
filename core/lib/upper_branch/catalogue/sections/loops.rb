# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Setting loops: what is set in rounds until it has settled.
      class Loops < Section
        PLACEHOLDER = /\{([a-z_-]+)\}/

        # Raw rows of the loops on a machine with these features (Set).
        def on(features) = rows.select { |row| Needs.met?(row["needs"], features) }

        private

        def look
          unique
          rows.each_with_index { |row, i| loop("/#{i}", row) }
        end

        def loop(at, row)
          fitting(at, row)
          row["fields"].each { |field| fitting(at, row.slice("id").merge("needs" => field["needs"])) }
          known(at, row["id"], row["hazards"], book.hazards.ids, "hazard")
          known(at, row["id"], row["goals"].filter_map { |goal| goal["limit"] }, book.checks.ids, "check")
          kinds = [row["per"], *row["fields"].map { |field| field["each"] }].compact
          known(at, row["id"], kinds, book.families.place_kinds.keys, "kind of place")
        end
      end
    end
  end
end
