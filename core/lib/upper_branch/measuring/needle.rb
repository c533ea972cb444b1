# frozen_string_literal: true

module UpperBranch
  module Measuring
    # A jet needle in its jet: a parallel shank, then a taper. Lengths in m, angle in degrees, included.
    #
    #   needle = Needle.new(shank: 0.0025, taper: 1.5, parallel: 0.020)
    #   needle.diameter(0.025)   # 5 mm into the taper
    class Needle
      # shank: diameter of the parallel part; taper: included angle; parallel: how long the shank stays in the jet's
      # mouth as the needle rises (lift at which the taper begins to act).
      def initialize(shank:, taper:, parallel:)
        @shank = shank
        @parallel = parallel
        @half = Math.tan(taper / 2 * Math::PI / 180)
      end

      # Diameter in the jet's mouth at a lift: 2 x lift x tan of half the angle is lost once the taper is reached.
      def diameter(lift)
        [@shank - (2 * [lift - @parallel, 0.0].max * @half), 0.0].max
      end

      def area(jet, lift)
        Jets.annulus(jet, diameter(lift))
      end

      # Lift from which the free ring is larger by a share (0.033 = 3.3 %), starting at another lift. nil when the shank
      # is still in the mouth or the needle ends.
      def lift_for(jet, lift, gain)
        wanted = area(jet, lift) * (1 + gain)
        free = (jet**2) - (4 * wanted / Math::PI)
        return if @half.zero? || free.negative? || lift < @parallel

        @parallel + ((@shank - Math.sqrt(free)) / (2 * @half))
      end
    end
  end
end
