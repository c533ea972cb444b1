# frozen_string_literal: true

module UpperBranch
  module Measuring
    # How far the level in a bowl falls when the engine asks for fuel: the float must sink to lift the needle. SI.
    #
    #   bowl = BowlLevel.new(surface: 2.5e-3, seat: 0.0025, lever: 0.24, pressure: 41_000, density: 740,
    #                        coefficient: 0.6)
    #   bowl.fall(3e-6)     # m it comes to rest below the shut-off level; nil where the valve wide open is not enough
    #   bowl.constant       # s until most of that fall is done
    #
    # The needle, lifted by the float's fall times the lever, opens a ring pi d x round its seat, the whole seat at
    # most; flow through it by the pressure. So the fall goes as 1 - exp(-t / constant) (White, Fluid Mechanics: a tank
    # that is fed in proportion to its fall).
    class BowlLevel
      # surface: of the fuel; lever: needle's arm over the float's; pressure: of the fuel before the seat
      def initialize(surface:, seat:, lever:, pressure:, density:, coefficient:)
        @surface = surface
        @seat = seat
        @lever = lever
        @speed = coefficient * Math.sqrt(2 * pressure / density)
      end

      # m3/s with the valve wide open.
      def most = @speed * Jets.area(@seat)

      # m3/s for each m of fall.
      def slope = @speed * Math::PI * @seat * @lever

      def fall(demand) = demand <= most ? demand / slope : nil
      def constant = @surface / slope

      # s until so much fall is reached at a demand beyond the valve: along the curve while it opens, straight on from
      # there.
      def seconds_to(depth, demand)
        opens = most / slope
        first = constant * -Math.log(1 - ([depth, opens].min * slope / demand))
        depth <= opens ? first : first + ((depth - opens) * @surface / (demand - most))
      end
    end
  end
end
