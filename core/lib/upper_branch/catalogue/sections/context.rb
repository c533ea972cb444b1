# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Questions at intake and the work done last: what they say about the odds.
      class Context < Section
        def questions = data["questions"]
        def work = data["work"]

        # Every condition that some answer settles, either way.
        def conditions
          (options + work).flat_map { |option| (option["holds"] || []) + (option["denies"] || []) }.uniq
        end

        def shown
          {
            questions: questions.map { |row| row.slice("id", "name").merge("options" => named(row["options"])) },
            work: named(work)
          }
        end

        private

        def options = questions.flat_map { |row| row["options"] }
        def named(rows) = rows.map { |row| row.slice("id", "name") }

        def look
          questions.each_with_index do |question, i|
            question["options"].each_with_index do |option, j|
              known("/questions/#{i}/options/#{j}", option["id"], (option["odds"] || {}).keys, book.faults.ids, "fault")
            end
          end
          work.each_with_index do |row, i|
            known("/work/#{i}", row["id"], row["faults"], book.faults.ids, "fault")
            known("/work/#{i}", row["id"], row["circuits"], book.circuits.ids, "circuit")
          end
        end
      end
    end
  end
end
