# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # Air on its way: what comes past the throttles and beside them, what the cylinders draw, and the pressure that is
      # left in the manifold. The flows are those at the end of the step, found by one linear step in the pressure, so
      # that a small manifold may fill in less than a step; and what is stored is just what came less what went. SI.
      class Intake
        FLOOR = 2000.0 # Pa, least in the manifold
        GAINS = 1.2 # how the draw goes with the pressure, as a power (burnt gas takes less room at more)

        attr_reader :pressure, :first, :second, :drawn, :came, :went

        # build: Build; choke: Choke
        def initialize(build, choke)
          @v = build.values
          @weather = build.geometry.weather
          @draw = build.geometry.draw
          @circuits = build.circuits
          @choke = choke
          @exhaust = @v[:exhaust] * @v[:throats] * Measuring::Jets.area(@v[:bore]) *
                     Measuring::Air.choked(@weather.pressure, @weather.temperature)
          @holes = [build.geometry.leak, enricher(build.figures["cleaner"])]
          @pressure = @weather.pressure
          @drawn = @came = @went = 0.0
        end

        def vacuum = @weather.pressure - pressure
        # kg of air in the manifold, of it dry when it is drawn
        def air = pressure * room
        def dry = drawn * @weather.dry

        def signal = first ? first.signal : 0.0
        # Pa by which the air before the throats lies under that outside
        def held_back = @weather.pressure - @choke.before

        def state = [pressure, drawn, @choke.before]

        def resume(state)
          @pressure, @drawn, before = state
          @choke.resume(before)
        end

        # As at idle with this vacuum, Pa.
        def settle(vacuum, rpm)
          @pressure = @weather.pressure - vacuum
          @drawn = @draw.air(rpm, @pressure)
        end

        # Nothing moves, and the manifold has filled.
        def rest
          @came += (@weather.pressure - pressure) * room
          @pressure = @weather.pressure
          @drawn = 0.0
        end

        # way, second: of the throttles; over: Pa by which the fuel stands under more pressure than the air outside;
        # crank: what draws
        def step(seconds, way, second, crank, over)
          lifted = over + held_back
          @first = @circuits.first(way, pressure, lifted, @choke.before)
          @second = @circuits.second(second, pressure, lifted, @choke.before)
          flow(seconds, @v[:charge] * breathed * crank.drawing * @draw.air(crank.rpm, pressure))
          @choke.breathe(@first.air + @second.own, @first.slope + @second.slope, pressure)
        end

        private

        def room = @v[:manifold] / (Measuring::Air::GAS * @weather.temperature)

        # Share of its charge that it gets rid of against what the exhaust holds back.
        def breathed = 1 / (1 + ((drawn / @exhaust)**2))

        def flow(seconds, goes)
          gains = GAINS * goes / pressure
          moved = moved(seconds, goes, gains)
          @drawn = goes + (gains * moved)
          @came += (moved * room) + (@drawn * seconds)
          @went += @drawn * seconds
          @pressure += moved
        end

        # Pa by the end of the step: never over the air before the throats.
        def moved(seconds, goes, gains)
          comes = first.air + second.own + beside
          gives_way = room + (seconds * (first.slope + second.slope + gains))
          ((comes - goes) * seconds / gives_way).clamp(FLOOR - pressure, [@choke.before - pressure, 0.0].max)
        end

        # By leaks, and with what an enrichener gives.
        def beside
          hole = @holes[0] + (@holes[1] * @choke.enriching)
          Measuring::Air.leak(hole, @weather.pressure, pressure, @weather.temperature, 1.0)
        end

        def enricher(coefficient)
          @v[:enrich_air]&.positive? ? coefficient * Measuring::Jets.area(@v[:enrich_air]) : 0.0
        end
      end
    end
  end
end
