# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # What each fault changes on a simulated engine, or why it has no body there.
      class Broken < Section
        def row(fault) = (@by_fault ||= (data || []).to_h { |row| [row["fault"], row] })[fault]

        private

        def look
          return unless data

          named = data.map { |row| row["fault"] }
          known("", "broken", named, book.faults.ids, "fault")
          known("", "broken", book.faults.ids, named, "row for a fault that")
          fields = book.geometry.ids + book.engines.ids
          data.each_with_index do |row, i|
            used = [*row["changes"], *row["or"]].flat_map { |change| change.values_at("field", "of").compact }
            known("/#{i}", row["fault"], used, fields, "field")
          end
        end
      end
    end
  end
end
