# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # How far the second barrels stand open: by a link over the last of the throttle's way, or by a cell on the signal
      # in the first ones; never further than the throttle. As they open, fuel is drawn over that their nozzles are too
      # late to give.
      class Seconds
        attr_reader :way

        def initialize(v, density)
          @v = v
          @density = density
          @way = fitted? ? v[:second_stop] : 0.0
        end

        def state = [@way]
        def resume(state) = (@way, = state)

        def fitted? = @v[:second_count]&.positive? && @v[:second_lag]

        # share: of the throttle's way from idle to full; signal: Pa in the first barrels. Returns kg/s drawn over.
        def step(seconds, share, signal)
          return 0.0 unless fitted?

          wanted = asked(share, signal).clamp(@v[:second_stop], [@v[:second_most], @v[:second_stop]].max)
          before = @way
          @way = wanted < @way ? wanted : @way + ((wanted - @way) * (1 - Math.exp(-seconds / @v[:second_lag])))
          @v[:pullover] * [@way - before, 0.0].max * @density / seconds
        end

        private

        def asked(share, signal)
          return [(share - @v[:second_from]) / (1 - @v[:second_from]), 0.0].max unless @v[:second_cell]

          ((signal - @v[:second_cell]) / (@v[:second_wide] - @v[:second_cell])).clamp(0.0, [share, 0.0].max)
        end
      end
    end
  end
end
