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

      # Where the venturi sees one cylinder only, air comes in bursts: the mean of the burst is higher by the share of time it draws.
      def pulse(cylinders, strokes)
        [(strokes == 4 ? 4.0 : 2.0) / cylinders, 1.0].max
      end
    end
  end
end
