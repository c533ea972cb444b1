# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # How a carburetor works: which circuit feeds at which opening, lessons, cold starts, the telephone.
      class Primer < Section
        def shown = { primer: data }

        private

        def look
          openings = data["openings"].map { |row| row["id"] }
          known("/feeds", "feeds", data["feeds"].keys, book.circuits.ids, "circuit")
          data["feeds"].each do |circuit, at|
            unless at.keys.sort == openings.sort
              problem("/feeds/#{circuit}", "#{circuit}: says what it feeds at #{openings.join(', ')}")
            end
          end
          known(
            "/drills",
            "drills",
            data["drills"].map { |row| row["feature"] },
            book.families.features.keys,
            "feature"
          )
        end
      end
    end
  end
end
