# frozen_string_literal: true

module UpperBranch
  module Measuring
    # The venturi against the engine. m, m3, m/s.
    module Venturi
      module_function

      # Mean air speed through it, m/s, for an air flow in m3/s.
      def speed(air, diameter, count = 1)
        air / count / Jets.area(diameter)
      end

      # Diameter that gives a wanted mean speed.
      def diameter(air, speed, count = 1)
        Jets.diameter(air / count / Jets.positive(speed, "A speed"))
      end
    end
  end
end
