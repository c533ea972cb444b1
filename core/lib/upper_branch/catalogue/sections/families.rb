# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Machine families, the features they can have, and how each gives access to what is looked at or mended.
      class Families < Section
        def features = data["features"]
        def digests = sums

        def shown
          { features: features.map { |id, name| { id: id, name: name } },
            families: rows.map { |row| row.slice("id", "name", "is", "features") } }
        end

        private

        def look
          unique("/families")
          rows.each_with_index do |row, i|
            known("/families/#{i}", row["id"], row["features"], features.keys, "feature")
            access(row, i)
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
