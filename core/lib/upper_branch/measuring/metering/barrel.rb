# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # One way of the air through the carburetor: a throat, and the throttle behind it. kg/s, Pa; a position is the
      # angle of a plate (radians) or the lift of a slide (m).
      class Barrel
        attr_reader :throttle

        # throttle: ThrottlePlate or Throats::Slide; share: part of the time that air flows with the throttle open;
        # gain: what a booster, or the nozzle's own shroud, multiplies the signal by; coefficient: of the gap
        def initialize(throttle:, throat:, share:, gain:, coefficient:, weather:)
          @throttle = throttle
          @throat = throat
          @share = share
          @gain = gain
          @coefficient = coefficient
          @weather = weather
        end

        # Flow in the mean against a pressure in the manifold.
        def air(position, manifold)
          area = @coefficient * @throttle.area(position)
          return 0.0 unless area.positive?

          # What would pass without the throat's loss is too much; what passes with the loss of that is too little.
          most = [past(area, 0.0, manifold), @throat.most * 0.999].min
          least = past(area, most, manifold)
          flowing(manifold) * (least < most ? balance(least, most) { |flow| past(area, flow, manifold) } : most)
        end

        # Where the throttle must stand for a flow; wide open when that is not enough.
        def position(flow, manifold)
          return @throttle.shut unless flow.positive?

          flow /= flowing(manifold)
          passed = past(@coefficient, flow, manifold)
          return @throttle.open unless flow < passed * @throttle.area(@throttle.open)

          Root.between(@throttle.shut, @throttle.open) { |at| @throttle.area(at) - (flow / passed) }
        end

        # Between the two ends: 0 shut, 1 open.
        def between(from, share) = from + (share * (@throttle.open - from))

        # At the nozzle while it flows. flow: in the mean
        def signal(flow, position, manifold) = @gain * @throat.signal(flow / flowing(manifold), position)
        def lift(flow, position, manifold) = @throat.lift(flow / flowing(manifold)) || position

        # Pressure before the edge of the throttle.
        def before(flow, manifold) = @weather.pressure - @throat.loss(flow / flowing(manifold))

        # Part of the time that air flows. Behind a throttle that holds much vacuum it never stops, since what the
        # cylinder has emptied fills again until the next stroke; our own estimate, straight from wide open to the speed
        # of sound.
        def flowing(manifold)
          shut = (1 - (manifold / @weather.pressure)) / (1 - Air::CRITICAL)
          @share + ((1 - @share) * shut.clamp(0.0, 1.0))
        end

        private

        # The stretch is narrow already.
        def balance(least, most) = Root.between(least, most, within: 1e-4) { |flow| yield(flow) - flow }

        # kg/s through a gap while so much flows through the throat before it.
        def past(area, flow, manifold)
          Air.leak(area, @weather.pressure - @throat.loss(flow), manifold, @weather.temperature, 1.0)
        end
      end
    end
  end
end
