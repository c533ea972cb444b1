# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # The throttle as the hand, the stop, the cam and a governor leave it. A way is 0 shut to 1 open.
      class Throttle
        attr_reader :way

        # idle: way at which the engine idles; speeds: [idle, full], rpm
        def initialize(v, idle, speeds)
          @v = v
          @idle = idle
          @slow, @fast = speeds
          @way = stop(0.0)
          @pull = 0.0
        end

        def state = [@way, @pull]
        def resume(state) = (@way, @pull = state)

        # lever: 0 idle to 1 full; speed: rpm; lift: of the way, by the fast idle
        def step(seconds, lever, speed, lift)
          wanted = [stop(lift) + ((1 - stop(lift)) * pulled(seconds, lever, speed)), most].min
          fall = @v[:sticks].positive? ? seconds / @v[:sticks] : 1.0
          @way = [wanted, @way - fall].max
        end

        private

        def stop(lift) = [@idle + @v[:stop] + lift, 0.0].max
        def most = [@v[:most], stop(0.0)].max

        # A governor shuts the throttle as the speed passes what the lever asks.
        def pulled(seconds, lever, speed)
          return lever unless @v[:governed] && lever.positive?

          wanted = @slow + (lever * (@fast - @slow))
          open = (0.5 + ((wanted - speed) / @v[:governed])).clamp(0.0, 1.0)
          @pull += (open - @pull) * (1 - Math.exp(-seconds / @v[:governor_lag]))
        end
      end
    end
  end
end
