# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Words of the trade that mean the same, for searching.
      class Synonyms < Section
        SEARCHED = %w[circuits symptoms faults checks families].freeze

        def shown = { synonyms: rows }

        private

        # The first word of each group must stand somewhere in the catalogue, or searching for the others finds nothing.
        def look
          texts = SEARCHED.flat_map { |name| book[name].rows.flat_map { |row| row.values.grep(String) } }
          text = texts.join(" ").downcase
          rows.each_with_index do |group, i|
            problem("/#{i}", "#{group.first}: stands nowhere in the catalogue") unless text.include?(group.first)
          end
        end
      end
    end
  end
end
