# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Formulas
      # Timing, banks, compression, venturi, cost.
      module Engine
        module_function

        # Gauge pressures in Pa: the lowest over the highest, their mean, and which is the lowest.
        def compression(v, k)
          values = v[:values]
          share = values.max.positive? ? values.min / values.max : 0.0
          lowest = values.index(values.min) + 1
          even = share >= k[:even]
          { lowest: share, mean: values.sum / values.size, first: even ? nil : lowest,
            says: [even ? "They stand together." : "Cylinder #{lowest} stands alone: plug lead, valve, rings."] }
        end

        def timing(v, _k)
          {
            degrees: SparkTiming.degrees_a_meter(v[:rim]) * v[:apart],
            vacuum: SparkTiming.vacuum_advance(v[:total], v[:initial], v[:mechanical])
          }
        end

        def bank(v, k)
          index, off = Bank.furthest(v[:values])
          spread = Bank.spread(v[:values])
          {
            spread: spread,
            first: index + 1,
            stands: off,
            says: [
              if spread <= k[:within]
                "Within #{Words.percent(k[:within], 0)}: balanced."
              else
                "Move number #{index + 1} first: it draws #{Words.percent(off.abs, 0)} " \
                  "#{off.positive? ? 'more' : 'less'} than the others."
              end
            ]
          }
        end

        def venturi(v, k)
          air = FuelDemand.air(v[:displacement], v[:rpm], v[:filling], v[:strokes].to_i)
          share = Venturi.open_share(v[:cylinders], v[:strokes].to_i)
          mach = Venturi.new(diameter: v[:fitted], count: v[:count], share: share).mach(air)
          through = Air.speed(mach, Venturi::TEMPERATURE)
          {
            air: air,
            through: through,
            depression: Air.depression(mach, Air::SEA_PRESSURE),
            right: Venturi.diameter(air, v[:speed], count: v[:count], share: share),
            says: [mach == 1 ? "Too small: the air reaches the speed of sound in it, and it chokes." : fits(through, k)]
          }
        end

        def fits(through, k)
          return "Too large: slow air, weak signal; bigger jets make it worse." if through < k[:slow]

          through > k[:fast] ? "Too small: it strangles the top end." : "It fits."
        end

        def cost(v, _k)
          labor = v[:minutes] / 3600 * v[:rate]
          { labor: labor, total: labor + v[:parts] }
        end
      end
    end
  end
end
