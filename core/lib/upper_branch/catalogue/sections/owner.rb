# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # What an owner can look at where the machine stands.
      class Owner < Section
        # What must be so before anything is looked at, in words.
        def first = data["first"]

        def rows = listed(data && data["rows"])

        private

        def look
          rows.each_with_index { |row, i| answers("/rows/#{i}", row) }
        end

        def answers(at, row)
          known(at, row["check"], [row["check"]], book.checks.ids, "check")
          outcomes = book.checks.row(row["check"])&.fetch("outcomes", {}) || {}
          known(at, row["check"], row["answers"].keys, outcomes.keys, "outcome")
          known(at, row["check"], row.dig("stop", "outcomes"), row["answers"].keys, "answer")
        end
      end
    end
  end
end
