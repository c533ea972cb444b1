# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Air: the standard atmosphere, the air an engine draws at idle, what a leak lets in. SI: m, m2, m3, Pa, K, kg/s.
    #
    #   Air.pressure(1524)   # => 84_307 Pa at 5000 ft
    module Air
      GAS = 287.053       # J/(kg K), dry air (US Standard Atmosphere 1976)
      KAPPA = 1.4         # ratio of specific heats of air
      SEA_PRESSURE = 101_325.0
      SEA_TEMPERATURE = 288.15
      LAPSE = 0.0065      # K/m up to 11 km (US Standard Atmosphere 1976, table 4)
      EXPONENT = 9.80665 / (GAS * LAPSE)
      CEILING = 11_000    # m
      EARTH = 6_356_766.0 # m, radius for the geopotential height

      module_function

      # Geopotential height from the height above the sea.
      def geopotential(height)
        EARTH * height / (EARTH + height)
      end

      # Standard pressure at a height, Pa. Raises Invalid above 11 km.
      def pressure(height)
        SEA_PRESSURE * ((temperature(height) / SEA_TEMPERATURE)**EXPONENT)
      end

      def temperature(height)
        raise Invalid.new("height", "Up to #{CEILING} m only") if height > CEILING

        SEA_TEMPERATURE - (LAPSE * geopotential(height))
      end

      def density(pressure, temperature)
        pressure / (GAS * temperature)
      end

      # Density there over density at the sea, on a standard day.
      def density_ratio(height)
        density(pressure(height), temperature(height)) / density(SEA_PRESSURE, SEA_TEMPERATURE)
      end

      # Share of the air's weight that damp takes away, from the vapor pressure of water (Magnus form, WMO No. 8): 0.378
      # e / p.
      def damp(pressure, temperature, humidity)
        celsius = temperature - 273.15
        0.378 * humidity * 611.2 * Math.exp(17.62 * celsius / (243.12 + celsius)) / pressure
      end

      # A fixed carburetor meters fuel by the root of the density while the air goes with the density: the ratio falls
      # (richens) with the root of the density ratio.
      def ratio_factor(density_ratio)
        Math.sqrt(density_ratio)
      end

      # Jet diameter that brings the mixture back: fuel goes with the square of the diameter, so the fourth root.
      def jet_factor(density_ratio)
        density_ratio**0.25
      end

      # Reading of a gauge at a height as it would stand at the sea: the absolute pressure in the manifold taken as the
      # same.
      def vacuum_at_sea(vacuum, height)
        vacuum + (SEA_PRESSURE - pressure(height))
      end

      # Air an engine draws, kg/s, by speed and density in the manifold.
      def drawn(displacement, rpm, filling, manifold, temperature, strokes)
        FuelDemand.air(displacement, rpm, filling, strokes) * density(manifold, temperature)
      end

      # Critical pressure ratio of a nozzle: (2 / (k + 1))^(k / (k - 1)), 0.528 for air.
      def critical_ratio(kappa = KAPPA)
        (2 / (kappa + 1))**(kappa / (kappa - 1))
      end

      # Mass flow through a hole from one pressure to another, kg/s (isentropic nozzle, choked below the critical
      # ratio).
      def leak(area, outside, inside, temperature, coefficient)
        return 0.0 if inside >= outside

        ratio = [inside / outside, critical_ratio].max
        speed = Math.sqrt(2 * KAPPA / (KAPPA - 1) * ((ratio**(2 / KAPPA)) - (ratio**((KAPPA + 1) / KAPPA))))
        coefficient * area * outside * speed / Math.sqrt(GAS * temperature)
      end

      # The hole that lets a mass flow in.
      def leak_area(flow, outside, inside, temperature, coefficient)
        flow / leak(1.0, outside, inside, temperature, coefficient)
      end

      # Ring round a shaft that has play (over the whole diameter), m2, for one end.
      def shaft_ring(shaft, play)
        Math::PI / 4 * (((shaft + play)**2) - (shaft**2))
      end

      # Mass flow into a closed volume whose suction falls in a time, kg/s.
      def inflow(volume, fall, seconds, temperature)
        volume * fall / (GAS * temperature) / seconds
      end
    end
  end
end
