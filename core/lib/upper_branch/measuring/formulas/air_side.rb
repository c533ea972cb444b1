# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Formulas
      # Leaks, altitude, gauges and blends.
      module AirSide
        module_function

        def air_leak(v, k)
          idle_share(v, k, Jets.area(v[:hole]))
        end

        def shaft_leak(v, k)
          ring = Air.shaft_ring(v[:shaft], v[:play]) * v[:ends]
          idle_share(v, k, ring).merge(ring: ring)
        end

        # The engine draws the same air whatever way it comes in; the leak's part has met no fuel.
        def idle_share(v, k, area)
          inside = k[:outside] - v[:vacuum]
          engine = Air.drawn(v[:displacement], v[:rpm], v[:filling], inside, k[:manifold], v[:strokes].to_i)
          leak = Air.leak(area, k[:outside], inside, k[:temperature], k[:coefficient])
          share = leak / engine
          lambda = share < 1 ? 1 / (1 - share) : nil
          {
            engine: engine,
            leak: leak,
            share: share,
            lambda: lambda,
            says: [
              if share >= 0.5
                "More than the engine can idle on: no idle, or a fast one that will not come down."
              else
                "#{Words.percent(share, 0)} of the idle air comes in unmetered: " \
                  "#{share > 0.05 ? 'leaner, wandering idle' : 'hardly felt'}."
              end
            ]
          }
        end

        def suction_hold(v, k)
          raise Invalid.new("end", "The suction rose: swap the two readings") if v[:end] > v[:start]

          inflow = Air.inflow(v[:volume], v[:start] - v[:end], v[:seconds], k[:temperature])
          inside = k[:outside] - ((v[:start] + v[:end]) / 2)
          area = Air.leak_area(inflow, k[:outside], inside, k[:temperature], k[:coefficient])
          {
            inflow: inflow,
            hole: area.positive? ? Jets.diameter(area) : nil,
            says: [
              (
                if area.positive?
                  "Like a hole of #{Words.amount(Jets.diameter(area), 'mm', 3)}: it does not hold."
                else
                  "It holds."
                end
              )
            ]
          }
        end

        def altitude(v, _k)
          here = moist(v[:to], v[:warm_to], v[:humidity])
          there = moist(v[:from], v[:warm_from], 0.0)
          ratio = here / there
          moved = Air.ratio_factor(ratio) - 1
          {
            density: ratio,
            richer: moved,
            jet_here: v[:jet] * Air.jet_factor(ratio),
            vacuum_sea: Air.vacuum_at_sea(v[:vacuum], v[:to]),
            pressure: Air.pressure(v[:to]),
            says: [
              if moved.abs < 0.01
                "Hardly a change."
              else
                "It runs #{Words.percent(moved.abs)} #{moved.negative? ? 'richer' : 'leaner'} here " \
                  "than where it was set."
              end
            ]
          }
        end

        def moist(height, temperature, humidity)
          pressure = Air.pressure(height)
          Air.density(pressure, temperature) * (1 - Air.damp(pressure, temperature, humidity))
        end

        def vacuum_pattern(v, _k)
          pattern = SignalPattern.new(v[:values], interval: v[:interval])
          cycle = 120 / v[:rpm] # s for the four strokes of one cylinder
          firing = cycle / v[:cylinders]
          points = v[:values].each_with_index.map { |value, i| [i * v[:interval], Units.from_si(value, "inHg")] }
          {
            mean: pattern.mean,
            spread: pattern.spread,
            dip: pattern.dip,
            period: pattern.period,
            says: [pattern.period ? repeats(pattern.period, cycle, firing) : "Nothing repeats."],
            curve:
              Calculator::Curve.new(
                x: {
                  name: "Time",
                  unit: "s"
                },
                y: {
                  name: "Vacuum",
                  unit: "inHg"
                },
                series: [{ name: "Gauge", points: points }],
                marks: []
              )
          }
        end

        def repeats(period, cycle, firing)
          seconds = format("%.2f", period)
          if (period / cycle).between?(0.75, 1.33)
            return "It repeats every #{seconds} s, once a working cycle: one cylinder."
          end
          if (period / firing).between?(0.75, 1.33)
            return "It repeats every #{seconds} s, with each firing: that is the needle following the engine."
          end

          # A damped needle shows one cylinder's drop some cycles apart.
          slow = period > 8 * cycle ? ", far slower than a cylinder: mixture hunting, or the governor chasing" : ""
          "It repeats every #{seconds} s#{slow}."
        end

        def blend(v, k)
          one, other = k[:fuels].values_at("gasoline", "ethanol")
          right = Mixture.blend(one, other, v[:share])
          set = Mixture.blend(one, other, v[:set_share])
          lean =
            Mixture.leaning(
              set,
              Mixture.blend_density(one, other, v[:set_share]),
              right,
              Mixture.blend_density(one, other, v[:share])
            )
          ratio = Mixture.excess_air(v[:measured], right)
          {
            stoichiometric: right,
            lambda: ratio,
            leaning: lean,
            says: ["#{side(ratio)} for this blend by the measured ratio."]
          }
        end

        def side(ratio)
          return "Lean" if ratio > 1.02

          ratio < 0.98 ? "Rich" : "About right"
        end
      end
    end
  end
end
