# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # What a spec card may hold beside the limits of readings.
      class SpecItems < Section
      end
    end
  end
end
