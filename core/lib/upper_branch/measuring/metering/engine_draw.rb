# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # The air that an engine draws from its manifold, in the mean. m3, 1/min, Pa, kg/s.
      class EngineDraw
        COMPRESSION = 8.5 # of a usual engine: how much of the burnt gas stays (from memory)

        # filling: with the throttle open, over the density in the manifold
        def initialize(displacement:, strokes:, filling:, weather:)
          @displacement = displacement
          @strokes = strokes
          @filling = filling
          @weather = weather
        end

        # A four-stroke's burnt gas, left at outside pressure, spreads into the thinner charge: Heywood, Internal
        # Combustion Engine Fundamentals, ch. 6, ideal cycle (from memory).
        def air(rpm, manifold)
          room = @strokes == 4 ? (COMPRESSION - spread(manifold)) / (COMPRESSION - 1) : 1.0
          drawn = FuelDemand.air(@displacement, rpm, @filling, @strokes)
          [room, 0.0].max * drawn * Air.density(manifold, @weather.temperature)
        end

        private

        def spread(manifold) = (@weather.pressure / manifold)**(1 / Air::KAPPA)
      end
    end
  end
end
