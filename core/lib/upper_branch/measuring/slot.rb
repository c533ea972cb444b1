# frozen_string_literal: true

module UpperBranch
  module Measuring
    # A long narrow gap that air creeps through: what friction leaves of the flow that a loss-free one would pass.
    # Lengths in m, drop in Pa.
    #
    #   Slot.coefficient(0.05e-3, 10e-3, 61_000)   # => 0.2, a gap of 0.05 mm through a bush of 10 mm
    #
    # Pressure goes into entry and exit (half a head and one) and into friction along the walls: laminar between
    # parallel plates f = 96 / Re, turbulent f = 0.316 / Re^0.25 (Blasius), whichever is more, with Re and the length
    # taken on twice the gap (White, Fluid Mechanics, ch. 6).
    module Slot
      VISCOSITY = 1.81e-5 # Pa s, air at 20 degC
      DENSITY = 1.2
      ENDS = 1.5

      module_function

      def coefficient(gap, length, drop)
        return 0.0 unless gap.positive? && drop.positive?

        ideal = Math.sqrt(2 * drop / DENSITY)
        low = 0.0
        high = ideal
        40.times do
          speed = (low + high) / 2
          lost(speed, gap, length) < drop ? low = speed : high = speed
        end
        low / ideal
      end

      # Pressure that a speed costs.
      def lost(speed, gap, length)
        reynolds = DENSITY * speed * 2 * gap / VISCOSITY
        friction = reynolds.zero? ? 0.0 : [96 / reynolds, 0.316 / (reynolds**0.25)].max
        DENSITY * speed * speed / 2 * (ENDS + (friction * length / (2 * gap)))
      end
    end
  end
end
