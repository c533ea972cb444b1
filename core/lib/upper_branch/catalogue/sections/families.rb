# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Machine families, the features they can have, and how each gives access to what is looked at or mended.
      class Families < Section
        def features = data["features"]
        def demand = data["demand"]
        def feature_access = data["feature_access"] || []
        # The feature that plays this part in the rules of the job.
        def role(part) = data["roles"]&.fetch(part)

        # {feature => sentence}: where the pump shoots, where a feature says otherwise than the family.
        def streams_by = data["streams_by"] || {}

        def place_words = data["places"] || {}
        def place_kinds = data["kinds_of_place"] || {}
        def digests = sums

        def shown
          { features: features.map { |id, name| { id: id, name: name } },
            families: rows.map { |row| shown_family(row) } }
        end

        private

        def shown_family(row) = row.slice("id", "name", "is", "features", "minutes", "most", "engine")

        def look
          unique("/families")
          known("/roles", "roles", (data["roles"] || {}).values, features.keys, "feature")
          reached("/feature_access", feature_access, "access")
          known("/feature_access", "access", feature_access.map { |way| way["feature"] }, features.keys, "feature")
          rows.each_with_index { |row, i| family("/families/#{i}", row) }
        end

        def family(at, row)
          known(at, row["id"], (row["places"] || {}).values.flatten, place_words.keys, "place")
          known(at, row["id"], (row["places"] || {}).keys, place_kinds.keys, "kind of place")
          known(at, row["id"], row["features"], features.keys, "feature")
          reached(at, row["access"] || [], row["id"])
          unlike(at, row)
        end

        def unlike(at, row)
          (row["unlike"] || []).each do |one|
            known(at, row["id"], [one["place"]], (row["places"] || {}).fetch(one["kind"], []), "place")
            known(at, row["id"], (one["limits"] || {}).keys, book.checks.ids, "check")
            (one["is"] || {}).each { |check, words| answers(at, row["id"], check, words.keys) }
            known(at, row["id"], (one["is"] || {}).values.flat_map(&:values), book.faults.ids, "fault")
          end
        end

        def reached(at, ways, owner)
          ways.each do |way|
            known(at, owner, way["checks"], book.checks.ids, "check")
            known(at, owner, way["faults"], book.faults.ids, "fault")
          end
        end
      end
    end
  end
end
