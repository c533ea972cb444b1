# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Which fields a shop's lead may change over the files, and within what (Layer).
      class Amendable < Section
        private

        def look
          rows.each_with_index do |row, i|
            known("/#{i}", row["name"], row["at"].first(1), Book::NAMES, "section")
          end
        end
      end
    end
  end
end
