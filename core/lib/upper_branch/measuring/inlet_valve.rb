# frozen_string_literal: true

module UpperBranch
  module Measuring
    # The inlet valve as a balance about the hinge: buoyancy of the float against pressure on the seat. SI: m, m2, m3,
    # kg, Pa.
    #
    #   valve = InletValve.new(seat: 0.0025, needle_arm: 0.01, float_arm: 0.04, float_mass: 0.012,
    #                          float_volume: 25e-6, waterline: 8e-4, density: 740)
    #   valve.holds   # highest pressure it can hold, Pa
    class InletValve
      # seat: diameter; needle_arm, float_arm: from the hinge; waterline: area of the float at the surface.
      def initialize(seat:, needle_arm:, float_arm:, float_mass:, float_volume:, waterline:, density:)
        @seat = Jets.area(seat)
        @lever = needle_arm / float_arm
        @mass = float_mass
        @volume = float_volume
        @waterline = waterline
        @density = density
      end

      # Force on the needle, N.
      def force(pressure)
        pressure * @seat
      end

      # Volume of the float under the surface when the valve just shuts, m3: (p A l_n / l_f + m g) / (rho g).
      def submerged(pressure)
        ((force(pressure) * @lever) + (@mass * Jets::GRAVITY)) / (@density * Jets::GRAVITY)
      end

      # Highest pressure that the whole float can hold, Pa; below 0 it sinks.
      def holds
        ((@density * @volume) - @mass) * Jets::GRAVITY / (@seat * @lever)
      end

      # Rise of the fuel level for each Pa more, m/Pa.
      def rise
        @seat * @lever / (@density * Jets::GRAVITY * @waterline)
      end
    end
  end
end
