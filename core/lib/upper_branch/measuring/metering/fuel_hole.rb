# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # A hole that meters fuel. Its coefficient falls where the flow is slow and the hole small (Hole), so that an idle
      # jet gives less at little suction than its size promises. m2, m, Pa, kg/s.
      class FuelHole
        LENGTH = 2.0 # bores, as jets are made (from memory)
        BLOCKED = 1e6 # Pa, more than there is
        IDEAL = 0.8 # coefficient for a first look at the Reynolds number

        attr_reader :area

        # width: of the hole, or twice the gap of a ring
        def initialize(area, width, fuel)
          @area = area
          @width = width
          @fuel = fuel
        end

        # A round hole; none where the diameter is 0.
        def self.round(diameter, fuel)
          new(diameter.positive? ? Jets.area(diameter) : 0.0, diameter, fuel)
        end

        # The two in a row, as one.
        def behind(other)
          return self.class.new(0.0, @width, @fuel) unless area.positive? && other.area.positive?

          self.class.new(Jets.series([area, other.area]), [@width, other.width].min, @fuel)
        end

        # The two side by side.
        def beside(more) = self.class.new(area + more, @width, @fuel)

        # A part of it, as a rod leaves.
        def part(share) = self.class.new(area * share, @width, @fuel)

        def mass(drop)
          return 0.0 unless drop.positive? && area.positive?

          speed = Math.sqrt(2 * drop / @fuel.density)
          coefficient(speed) * area * @fuel.density * speed
        end

        # The pressure that a flow costs; without end where there is no hole.
        def drop(mass)
          return 0.0 unless mass.positive?
          return BLOCKED unless area.positive?

          speed = mass / area / @fuel.density / IDEAL
          speed *= IDEAL / coefficient(speed)
          @fuel.density * speed * speed / 2
        end

        protected

        attr_reader :width

        private

        def coefficient(speed) = Hole.coefficient(LENGTH, IDEAL * speed * @width / @fuel.viscosity)
      end
    end
  end
end
