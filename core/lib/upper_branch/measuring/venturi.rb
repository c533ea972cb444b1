# frozen_string_literal: true

module UpperBranch
  module Measuring
    # The venturi against the engine: how fast the air is while it flows, compressible. SI.
    #
    #   venturi = Venturi.new(diameter: 0.028, count: 1, share: 0.25)
    #   venturi.mach(0.0159)   # of 0.0159 m3/s of outside air in the mean; 1 where it chokes
    class Venturi
      TEMPERATURE = 293.15

      # share: part of the time that air flows through it (Venturi.open_share)
      def initialize(diameter:, count:, share:)
        @area = Jets.area(diameter) * count * share
      end

      # Part of the cycle in which a throat has flow: an intake stroke is a quarter of a four-stroke's cycle, about half
      # a turn of a two-stroke's one; several cylinders take turns until it never stops (Taylor, The Internal Combustion
      # Engine, vol. 2: pulsating flow; the shares from memory).
      def self.open_share(cylinders, strokes) = [cylinders * (strokes == 4 ? 0.25 : 0.5), 1.0].min

      # Diameter at which the air is so fast, m. air: m3/s in the mean; speed: m/s, under that of sound
      def self.diameter(air, speed, count:, share:)
        Jets.diameter(mass(air) / Air.flux_at(mach_of(speed), Air::SEA_PRESSURE, TEMPERATURE) / count / share)
      end

      # Mach number of air that is so fast, m/s: it has cooled on the way.
      def self.mach_of(speed)
        cooled = TEMPERATURE - (speed * speed / 2 / (Air::GAS * Air::KAPPA / (Air::KAPPA - 1)))
        speed / Math.sqrt(Air::KAPPA * Air::GAS * cooled)
      end

      # kg/s of outside air.
      def self.mass(air) = air * Air.density(Air::SEA_PRESSURE, TEMPERATURE)

      def mach(air) = Air.mach(Venturi.mass(air) / @area, Air::SEA_PRESSURE, TEMPERATURE) || 1.0
    end
  end
end
