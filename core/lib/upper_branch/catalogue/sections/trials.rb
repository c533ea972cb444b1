# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # When a simulated engine shows a complaint or an answer, and how its differences with the tables were judged.
      class Trials < Section
        def signs = data ? data["signs"] : []
        def judged = data ? data["judged"] : []
        def not_tried = data ? data["not_tried"] : []

        # How a difference was judged: row, or nil. says: "missing" on the engine, or "extra" there
        def judgement(family:, fault:, sign:, says:)
          judged.find do |row|
            { "faults" => fault, "families" => family, "signs" => sign }
              .all? { |key, value| row[key].nil? || row[key].include?(value) } && [nil, says].include?(row["says"])
          end
        end

        private

        def look
          signs.each_with_index { |row, i| sign("/signs/#{i}", row) }
          tried = signs.filter_map { |row| row["symptom"] }
          not_tried.each_with_index do |row, i|
            known("/not_tried/#{i}", "not_tried", row["symptoms"], book.symptoms.ids - tried, "symptom left")
          end
          judged.each_with_index do |row, i|
            known("/judged/#{i}", "judged", row["faults"], book.faults.ids, "fault")
            known("/judged/#{i}", "judged", row["families"], book.families.ids, "family")
            known("/judged/#{i}", "judged", row["signs"], names, "sign")
          end
        end

        def names = signs.map { |row| row["symptom"] || "#{row['check']}/#{row['word']}" }

        def sign(at, row)
          known(at, "signs", Needs.flags(row["needs"]), book.families.features.keys, "feature")
          known(at, "signs", row["under"], book.symptoms.conditions.map { |one| one["id"] }, "condition")
          return answers(at, "signs", row["check"], [row["word"]]) if row["check"]

          known(at, "signs", [row["symptom"]], book.symptoms.ids, "symptom")
        end
      end
    end
  end
end
