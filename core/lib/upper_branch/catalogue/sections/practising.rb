# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Levels of practice, what is read off the simulated engine, and how mastery is reckoned.
      class Practising < Section
        def levels = data["levels"]
        def level(id) = levels.find { |row| row["id"] == id }
        def shown = data ? { practice: { levels: levels.map { |row| row.slice("id", "name", "says") } } } : {}

        private

        def look
          return unless data

          known("/accompanied", "practice", data["accompanied"], book.faults.ids, "fault")
          known("/unsaid", "practice", data["unsaid"], book.symptoms.ids, "symptom")
          data["readings"].each_with_index do |row, i|
            known("/readings/#{i}", row["measure"], [row["check"]], by_number, "check read by one number")
          end
          kinds = book.repairs.kinds.map { |row| row["id"] }
          levels.each_with_index do |row, i|
            known("/levels/#{i}", row["id"], [row["besides"]].compact, kinds, "kind of repair")
          end
        end

        def by_number = book.checks.rows.filter_map { |row| row["id"] if row["reading"] && !row["reading"]["by"] }
      end
    end
  end
end
