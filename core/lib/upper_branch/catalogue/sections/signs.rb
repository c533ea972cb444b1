# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # What a data log is searched for, and what each sign is evidence of.
      class Signs < Section
        def zones = data ? data["zones"] : []

        private

        def look
          data["detectors"].each { |id, row| evidence("/detectors/#{id}", id, row["evidence"]) }
          zones.each_with_index { |row, i| %w[lean rich].each { |word| evidence("/zones/#{i}", row["id"], row[word]) } }
        end

        # evidence: {"symptom", "when"} or {"check", "outcomes"}, one or a list of them
        def evidence(at, owner, evidence)
          [evidence].flatten.compact.each do |row|
            known(at, owner, [row["symptom"]].compact, book.symptoms.ids, "symptom")
            known(at, owner, row["when"], book.symptoms.conditions.map { |one| one["id"] }, "condition")
            answers(at, owner, row["check"], row["outcomes"]) if row["check"]
          end
        end
      end
    end
  end
end
