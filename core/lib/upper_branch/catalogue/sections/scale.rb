# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # The numbers every table is written in: what a letter stands for, rates, leaks, limits, minutes of planning.
      class Scale < Section
        def digests = { "scale" => sum(data) }
      end
    end
  end
end
