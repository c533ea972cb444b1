# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Cautions, shown at the check or repair they belong to.
      class Hazards < Section
        def shown = { hazards: rows }

        private

        def look
          unique
          rows.each_with_index do |row, i|
            problem("/#{i}", "#{row['id']}: no check or repair carries this caution") unless carried.include?(row["id"])
          end
        end

        def carried
          work = book.checks.rows + book.repairs.kinds + book.repairs.composites
          @carried ||=
            (work.flat_map { |row| row["hazards"] || [] } + book.symptoms.rows.map { |row| row["hazard"] }).to_set
        end
      end
    end
  end
end
