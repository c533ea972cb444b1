# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Runs of the simulated engine that have a name.
      class Runs < Section
        private

        def look = unique
      end
    end
  end
end
