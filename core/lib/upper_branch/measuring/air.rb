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
      MASS = -(KAPPA + 1) / 2 / (KAPPA - 1) # exponent of the mass flow in isentropic flow
      CRITICAL = (2 / (KAPPA + 1))**(KAPPA / (KAPPA - 1)) # ratio of pressures at which a nozzle chokes, 0.528
      STEPS = 40 # of Newton's method, near the speed of sound

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

      # Pressure of the water vapor in damp air, Pa (Magnus form, WMO No. 8). humidity: share of saturation
      def vapor(temperature, humidity)
        celsius = temperature - 273.15
        humidity * 611.2 * Math.exp(17.62 * celsius / (243.12 + celsius))
      end

      # Density of damp air: vapor is lighter than the air it takes the place of by 0.378.
      def moist_density(pressure, temperature, humidity)
        density(pressure - (0.378 * vapor(temperature, humidity)), temperature)
      end

      # What a fixed carburetor's ratio of air to fuel goes with: an engine takes in damp air by volume and burns the
      # dry part; the fuel goes with the root of the damp density.
      def leanness(pressure, temperature, humidity)
        dry = density(pressure - vapor(temperature, humidity), temperature)
        dry / Math.sqrt(moist_density(pressure, temperature, humidity))
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

      # Mass flow through a hole from one pressure to another, kg/s (isentropic nozzle, choked below the critical
      # ratio).
      def leak(area, outside, inside, temperature, coefficient)
        return 0.0 if inside >= outside

        ratio = [inside / outside, CRITICAL].max
        dense = ratio**(1 / KAPPA)
        speed = Math.sqrt(2 * KAPPA / (KAPPA - 1) * dense * (dense - ratio))
        coefficient * area * outside * speed / Math.sqrt(GAS * temperature)
      end

      # What a flow through a duct would be choked at, kg/s for each m2 of it. pressure, temperature: outside
      def choked(pressure, temperature) = leak(1.0, pressure, 0.0, temperature, 1.0)

      # Mach number of a flow through a duct; nil where it chokes. flux: kg/s for each m2; pressure, temperature:
      # outside, at rest (isentropic flow, NACA Report 1135). By Newton's steps from below: the curve bends down all the
      # way to the speed of sound, so that no step goes too far.
      def mach(flux, pressure, temperature)
        rest = pressure * Math.sqrt(KAPPA / (GAS * temperature))
        wanted = flux / rest
        return if flux >= choked(pressure, temperature)

        mach = wanted
        STEPS.times do
          warm = stretch(mach)
          dense = warm**MASS
          step = (wanted - (mach * dense)) * warm / dense / (1 - (mach * mach))
          mach += step
          break if step < 1e-9
        end
        mach
      end

      def flux_at(mach, pressure, temperature)
        pressure * Math.sqrt(KAPPA / (GAS * temperature)) * mach * (stretch(mach)**MASS)
      end

      # Temperature at rest over that in the flow.
      def stretch(mach) = 1 + ((KAPPA - 1) / 2 * mach * mach)

      # m/s in the flow.
      def speed(mach, temperature) = mach * Math.sqrt(KAPPA * GAS * temperature / stretch(mach))

      # How far the pressure in the flow lies under that outside, Pa.
      def depression(mach, pressure) = pressure * (1 - (stretch(mach)**(-KAPPA / (KAPPA - 1))))

      # Ring round a shaft that has play (over the whole diameter), m2, for one end.
      def shaft_ring(shaft, play)
        Math::PI / 4 * (((shaft + play)**2) - (shaft**2))
      end

      # Mass flow into a closed volume whose suction falls in a time, kg/s, in the mean.
      def inflow(volume, fall, seconds, temperature)
        volume * fall / (GAS * temperature) / seconds
      end

      # The hole that lets a closed volume's pressure rise from one to another in a time, m2: the flow slackens as the
      # suction falls, so it is added up along the way (Simpson's rule over the root of the suction, in which the flow
      # is smooth down to none). Isothermal.
      def filling_area(volume, from, till, seconds, outside, temperature, coefficient, steps: 64)
        roots = [outside - from, outside - till].map { |suction| Math.sqrt([suction, 1e-6].max) }
        width = (roots.first - roots.last) / steps
        sum = (0..steps).sum do |i|
          root = roots.last + (i * width)
          simpson(i, steps) * 2 * root / leak(1.0, outside, outside - (root**2), temperature, coefficient)
        end
        volume / (GAS * temperature * seconds) * sum * width / 3
      end

      def simpson(i, steps)
        return 1 if i.zero? || i == steps

        i.odd? ? 4 : 2
      end
    end
  end
end
