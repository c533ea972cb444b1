# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # What goes wrong in shops, and what the product does about it.
      class Mistakes < Section
        def shown = { mistakes: rows }

        private

        def look
          rows.each_with_index { |row, i| known("/#{i}", row["id"], row["checks"], book.checks.ids, "check") }
        end
      end
    end
  end
end
