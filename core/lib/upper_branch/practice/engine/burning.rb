# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # What burns of a charge, and how well: work and misses by the mixture, friction, the ideal cycle. SI.
      class Burning
        STAYS = 0.6 # from memory: 6 to 8 % wide open, about 20 % at half an atmosphere and less (Heywood, ch. 6)

        # figures: of engines.yml; curves: its "burning"
        def initialize(figures, curves)
          @f = figures
          @curves = curves
        end

        # Share of the most work that a mixture gives for the same air.
        def work(mixture) = between(@curves["work"], mixture)

        # Share of the cycles that miss. burnt: share of burnt gas in the charge; with more of it than usual the lean
        # limit is nearer
        def misses(mixture, burnt)
          between(@curves["misses"], mixture > 1 ? mixture * (1 + (@curves["diluted"] * beyond(burnt))) : mixture)
        end

        # Share of burnt gas in the charge by the pressures in manifold and outside, Pa: what is left in the clearance,
        # and what comes back while both valves are open.
        def burnt(compression, inside, outside) = STAYS * outside / inside / compression

        # Share of the heat that becomes work at best mixture and timing: the ideal Otto cycle, and what is had of it.
        def efficiency(compression) = @f["efficiency"] * (1 - (compression**(1 - @f["polytropic"])))

        # Friction mean pressure, Pa. speed: rpm; cylinder: m3
        def friction(speed, cylinder)
          fast = speed / 1000 * Math.cbrt(cylinder / @f["friction_cylinder"])
          @f["friction"] + (@f["friction_speed"] * fast) + (@f["friction_square"] * fast * fast)
        end

        # Scatter of one cycle's work; what a degree squared off the best spark costs; the usual share of burnt gas.
        def scatter = @f["scatter"]
        def timing = @f["timing"]
        def usual = @curves["usual"]

        # Of what is warm (85 degC) and stone cold (20 degC), by the temperature, K.
        def by_warmth(name, warmth)
          warm, cold = @f[name]
          cold + ((warm - cold) * ((warmth - 293.15) / 65).clamp(-0.4, 1.0))
        end

        def sluggish(warmth) = 1 + ((@f["friction_cold"] - 1) * ((@f["warm"] - warmth) / 65).clamp(0.0, 1.5))

        private

        def beyond(burnt) = [burnt - @curves["usual"], 0.0].max

        def between(curve, at)
          low = curve.rindex { |x, _| x <= at } || 0
          return curve[low].last if low == curve.size - 1

          (x, one), (to, other) = curve[low, 2]
          one + ((other - one) * ((at - x) / (to - x)).clamp(0.0, 1.0))
        end
      end
    end
  end
end
