# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # The circuits of a carburetor, and what stands around them.
      class Circuits < Section
        def digests = sums
        def shown = { circuits: rows }

        private

        def look = unique
      end
    end
  end
end
