# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # Fuel on the walls behind the carburetor, and the vapor and mist on their way with the air. kg, kg/s.
      #
      # dm/dt = X f - m / tau (Measuring::WallFilm), solved over the step as if the flow stood still; what floats is
      # well mixed with the air of the manifold and leaves with it.
      class Film
        attr_reader :mass, :floating

        def initialize
          @mass = @floating = 0.0
        end

        def state = [@mass, @floating]
        def resume(state) = (@mass, @floating = state)

        # As after a long while at a flow. air, drawn: as below
        def settle(fuel, share:, lag:, air:, drawn:)
          @mass = Measuring::WallFilm.held(share, lag, fuel)
          @floating = fuel * air / drawn
        end

        # kg that run onto the walls.
        def wet(mass) = @mass += mass

        # fuel: kg/s metered; share: X; lag: tau, s; air: kg in the manifold; drawn: kg/s of it that leave.
        # Returns kg/s of fuel that leave with it.
        def step(seconds, fuel, share:, lag:, air:, drawn:)
          off = come_off(seconds, fuel, share, lag)
          came = (fuel * (1 - share)) + off
          kept = [(@floating + (came * seconds)) / (1 + (seconds * drawn / air)), 0.0].max
          left = ((@floating - kept) / seconds) + came
          @floating = kept
          left
        end

        private

        def come_off(seconds, fuel, share, lag)
          held = Measuring::WallFilm.held(share, lag, fuel)
          before = @mass
          @mass = held + ((before - held) * Math.exp(-seconds / lag))
          (fuel * share) - ((@mass - before) / seconds)
        end
      end
    end
  end
end
