# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # What faults do to a circuit, and how that shows.
      class Effects < Section
        def digests = sums
        def records = rows.map { |row| Effect.new(row) }

        private

        def look
          unique
          rows.each_with_index { |row, i| links("/#{i}", row) }
        end
      end
    end
  end
end
