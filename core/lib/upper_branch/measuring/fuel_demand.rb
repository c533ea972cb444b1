# frozen_string_literal: true

module UpperBranch
  module Measuring
    # How much fuel the engine asks for, three ways that must agree, against how much the line brings. m3/s, W, kg/J,
    # m3, 1/min, kg/m3, Pa.
    #
    #   FuelDemand.by_power(15_000, 450e-3 / 3.6e6, 740)   # => 2.53e-6 m3/s = 152 mL/min
    module FuelDemand
      module_function

      # Power times brake specific consumption over density.
      def by_power(power, consumption, density)
        power * consumption / density
      end

      # Air drawn in over the air-fuel ratio: displacement x speed x filling x air density / AFR; every second turn on a
      # four-stroke.
      def by_air(displacement, rpm, filling, air_density, ratio, density, strokes)
        air(displacement, rpm, filling, strokes) * air_density / ratio / density
      end

      # Air drawn in, m3/s.
      def air(displacement, rpm, filling, strokes)
        displacement * rpm / 60 * filling / (strokes == 4 ? 2 : 1)
      end

      # What the main jet passes at a drop of pressure.
      def by_jet(diameter, drop, density, coefficient)
        Jets.flow(Jets.area(diameter), drop, density, coefficient)
      end

      # Supply over demand.
      def margin(supply, demand)
        supply / Jets.positive(demand, "A demand")
      end

      # Seconds until the bowl has given what it can; nil when the supply keeps up.
      def fade_time(usable, demand, supply)
        demand > supply ? usable / (demand - supply) : nil
      end
    end
  end
end
