# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Fuel that wets the walls behind a carburetor: a share of what is metered lands on them and comes off again after a
    # while. Opened in one go, the engine misses what the film takes up; the pump has to bring it.
    #
    #   WallFilm.held(0.3, 1.0, 2e-3)   # => 6e-4 kg on the walls at 2 g of fuel a second
    #
    # dm/dt = X f - m / tau, so that X tau f stays on the walls: Aquino, SAE 810494; Hires and Overington, SAE 810495
    # (both 1981, from memory).
    module WallFilm
      module_function

      # kg held in the steady state. share: X; seconds: tau; flow: kg/s
      def held(share, seconds, flow) = share * seconds * flow

      # kg that the film takes up from one flow to another.
      def taken_up(share, seconds, from, to) = held(share, seconds, to) - held(share, seconds, from)
    end
  end
end
