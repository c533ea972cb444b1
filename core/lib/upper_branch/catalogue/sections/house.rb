# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # The shop's fixed list of checks for each main complaint, and one for all other complaints.
      class House < Section
        OTHER = "other"

        # Groups of symptoms that have a list of their own.
        def main_complaints = data.keys - [OTHER]

        # group: of the first complaint, or nil
        def list(group) = data[group] || data[OTHER]

        private

        def look
          known("", "house", main_complaints, book.symptoms.rows.map { |row| row["group"] }, "group of symptoms")
          data.each { |group, list| known("/#{group}", group, list, book.checks.ids, "check") }
        end
      end
    end
  end
end
