# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Machine families, the features they can have, and how each gives access to what is looked at or mended.
      class Families < Section
        def features = data["features"]
        def demand = data["demand"]
        # The feature that plays this part in the rules of the job.
        def role(part) = data["roles"]&.fetch(part)

        def place_words = data["places"] || {}
        def place_kinds = data["kinds_of_place"] || {}
        def digests = sums

        def shown
          { features: features.map { |id, name| { id: id, name: name } },
            families: rows.map { |row| shown_family(row) } }
        end

        private

        def shown_family(row) = row.slice("id", "name", "is", "features").merge(row.slice("most", "engine"))

        def look
          unique("/families")
          known("/roles", "roles", (data["roles"] || {}).values, features.keys, "feature")
          rows.each_with_index do |row, i|
            known("/families/#{i}", row["id"], (row["places"] || {}).values.flatten, place_words.keys, "place")
            known("/families/#{i}", row["id"], (row["places"] || {}).keys, place_kinds.keys, "kind of place")
            known("/families/#{i}", row["id"], row["features"], features.keys, "feature")
            access(row, i)
            unlike(row, i)
          end
        end

        def unlike(row, index)
          (row["unlike"] || []).each do |one|
            known("/families/#{index}", row["id"], [one["place"]], (row["places"] || {}).fetch(one["kind"], []), "place")
            known("/families/#{index}", row["id"], (one["limits"] || {}).keys, book.checks.ids, "check")
          end
        end

        def access(row, index)
          (row["access"] || []).each do |way|
            known("/families/#{index}", row["id"], way["checks"], book.checks.ids, "check")
            known("/families/#{index}", row["id"], way["faults"], book.faults.ids, "fault")
          end
        end
      end
    end
  end
end
