# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # An engine that stands still: it cools, what drips from bowl and nozzle goes into the manifold, heat that comes
      # up boils the bowl, weeks dry it out.
      class Standing
        COOLS = 4000.0 # s until most of its warmth is gone (common practice, no source: an hour or two)
        WHOLE = 60.0 # s, longest step
        BOILS = 338.15 # K over which the fuel boils away (from memory: the lightest part of gasoline at 35 to 65 degC)
        SPAN = 60.0 # K over which all of it would
        HEATS = 300.0 # s after which the heat has come up
        DRY = 1_814_400 # s, three weeks, after which a bowl that drips nowhere is dry (common practice, no source)

        def initialize(engine)
          @engine = engine
          @v = engine.build.values
        end

        # K after so many seconds.
        def cooled(seconds)
          outside = @v[:temperature]
          outside + ((@engine.warmth - outside) * Math.exp(-seconds / COOLS))
        end

        def pass(seconds)
          return @engine.bowl.dry_out if seconds >= DRY && !@v[:inlet_pass].positive?

          boil if seconds >= HEATS && @engine.warmth > BOILS
          left = seconds
          while left.positive?
            step = [left, WHOLE].min
            seep(step)
            left -= step
          end
          @engine.intake.rest
        end

        private

        # What stands over the nozzle runs out of it, what leaks in runs over the brim.
        def seep(step)
          bowl = @engine.bowl
          flow = @engine.build.circuits.first(@engine.throttle.way, outside, bowl.over(0.0)).main
          gone = ((flow + drip) * step).clamp(0.0, [bowl.mass, 0.0].max) * bowl.reach
          @engine.fueling.lose(gone, @engine.film)
          fed = @engine.build.pumped? ? 0.0 : @v[:feed]
          bowl.fill_up(fed)
          bowl.step(step, gone, fed)
        end

        def outside = @engine.build.geometry.weather.pressure
        def drip = @engine.fueling.dripping

        def boil
          share = ((@v[:soaked] - BOILS) / SPAN).clamp(0.0, 1.0)
          @engine.fueling.lose(share * @engine.bowl.mass, @engine.film)
          @engine.bowl.fall(share)
        end
      end
    end
  end
end
