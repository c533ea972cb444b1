# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Holes that meter fuel: area, change, several at once, and the flow through them. SI throughout: m, m2, Pa, kg/m3,
    # m3/s.
    #
    #   Jets.area(0.00135)                 # => 1.431e-06 m2
    #   Jets.change(0.00135, 0.00138)      # => 0.0449, the share by which the area grows
    module Jets
      module_function

      # Area of a round hole, m2.
      def area(diameter)
        positive(diameter, "A diameter")
        Math::PI * (diameter**2) / 4
      end

      # Diameter of the round hole of this area, m.
      def diameter(area)
        positive(area, "An area")
        Math.sqrt(4 * area / Math::PI)
      end

      # Change of area from one diameter to another: (d2/d1)^2 - 1.
      def change(from, to)
        positive(from, "A diameter")
        positive(to, "A diameter")
        ((to / from)**2) - 1
      end

      # One hole that passes as much as several in a row: 1/A^2 = sum of 1/A_i^2 (turbulent loss in each, equal Cd).
      def series(areas)
        1 / Math.sqrt(areas.sum { |area| 1 / (positive(area, "An area")**2) })
      end

      # One hole that passes as much as several side by side: the areas add.
      def parallel(areas)
        areas.sum { |area| positive(area, "An area") }
      end

      # Free ring between a round jet and the needle in it, m2; 0 when the needle fills it.
      def annulus(jet, needle)
        [Math::PI / 4 * ((jet**2) - (needle**2)), 0.0].max
      end

      # Flow through a sharp small orifice, m3/s: Q = Cd A sqrt(2 dp / rho) (Bernoulli with a coefficient of discharge).
      def flow(area, drop, density, coefficient)
        coefficient * area * Math.sqrt(2.0 * drop / density)
      end

      # Outflow under a head of its own fuel, m3/s: Q = Cd A sqrt(2 g h) (Torricelli).
      def outflow(area, head, coefficient)
        coefficient * area * Math.sqrt(2 * GRAVITY * head)
      end

      GRAVITY = 9.80665 # m/s2, standard gravity (ISO 80000-3)

      def positive(value, what)
        raise Invalid.new(nil, "#{what} must be above 0") unless value.positive?

        value
      end
    end
  end
end
