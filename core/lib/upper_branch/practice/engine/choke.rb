# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # What enriches a cold engine: the choke plate with its pull-off and fast idle, or an enrichener beside the
      # throttle. The air before the throats stands lower by what the cleaner and the plate hold back. SI.
      class Choke
        COLD = 293.15
        SEEPS = 0.005 # of the way that a hand leaves
        BENT = 2.5 # a plate that has begun to turn still holds much back
        WARM = 343.15 # K at which nobody needs it any more

        # Pressure before the throats.
        attr_reader :before

        # v: values of the engine; coefficient: of the way of the air; weather: Measuring::Metering::Weather
        def initialize(v, coefficient, weather)
          @v = v
          @coefficient = coefficient
          @weather = weather
          @before = weather.pressure
          @closed = 0.0
          @wanted = 0.0
        end

        def resume(before) = @before = before

        # hand: how far on, 0 to 1, or nil for what the warmth asks; running: has it fired up; cover: part of the inlet
        # covered by hand
        def set(hand, warmth, running, cover)
          @wanted = hand || ((WARM - warmth) / (WARM - COLD)).clamp(0.0, 1.0)
          @closed = closed(running)
          @cover = cover
        end

        # Of the throttle's way that the cam or the starting lever holds it open.
        def fast_idle = (@v[:fast_idle] || 0.0) * @wanted

        # How far an enrichener stands open, 0 to 1.
        def enriching = @v[:enrich_jet] ? @wanted + ((1 - @wanted) * @v[:enrich_warm]) : 0.0

        # One of Newton's steps, half as long for safety, towards the pressure at which as much comes by as goes on.
        # air: kg/s that go on; slope: how much less for each Pa in the manifold; manifold: Pa
        def breathe(air, slope, manifold)
          lost = 1 / (2 * Measuring::Air.density(@weather.pressure, @weather.temperature) * (way**2))
          bend = (air / @before) + (slope * manifold / @before)
          off = @weather.pressure - @before - (lost * air * air)
          @before = (@before + (off / (1 + (2 * lost * air * bend)) / 2)).clamp(manifold * 0.5, @weather.pressure)
        end

        private

        def closed(running)
          return 0.0 unless @v[:choke_bore]

          turned = 1 - ((1 - @wanted)**BENT)
          shut = (turned * @v[:choke_cold]) + ((1 - turned) * (1 - @v[:choke_open]))
          running ? [shut, 1 - @v[:choke_pulled]].min : shut
        end

        # m2 times its coefficient.
        def way
          holes = [Measuring::Jets.area(@v[:cleaner])]
          holes << (Measuring::Jets.area(@v[:choke_bore]) * [1 - @closed, @v[:choke_left]].max) if @v[:choke_bore]
          @coefficient * Measuring::Jets.series(holes) * [1 - @cover, SEEPS].max
        end
      end
    end
  end
end
