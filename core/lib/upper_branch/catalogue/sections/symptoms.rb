# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # What is observed without a check, and the conditions under which it shows.
      class Symptoms < Section
        def conditions = data["conditions"]
        def ways = data["ways"] || []
        def digests = sums

        # Array of Symptom. scale: of the same catalogue
        def records(scale) = rows.map { |row| Symptom.new(row, scale) }

        def shown
          kinds = conditions.map { |row| row.slice("id", "name", "axis", "way") }
          { conditions: kinds, ways: ways, symptoms: rows.map { |row| one(row) } }
        end

        private

        def look
          unique("/symptoms")
          rows.each_with_index { |row, i| fitting("/symptoms/#{i}", row) }
          ids = ways.map { |way| way["id"] }
          conditions.each_with_index { |row, i| known("/conditions/#{i}", row["id"], [row["way"]], ids, "way") }
        end

        def one(row)
          { id: row["id"], name: row["name"], group: row["group"], note: row["note"], synonyms: row["synonyms"] || [],
            needs: row["needs"] || [], hazard: row["hazard"], healthy: row["healthy"] == true }
        end
      end
    end
  end
end
