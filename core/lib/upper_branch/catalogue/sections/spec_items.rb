# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # What a spec card may hold beside the limits of readings.
      class SpecItems < Section
        private

        def look
          unique
          rows.each_with_index do |row, i|
            known("/#{i}", row["id"], [row["limits"]].compact, book.checks.ids, "check")
            known("/#{i}", row["id"], [row["size"]].compact, book.geometry.ids, "size")
          end
        end
      end
    end
  end
end
