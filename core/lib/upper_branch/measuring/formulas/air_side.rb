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

        # The play lies half on either side.
        def shaft_leak(v, k)
          ring = Air.shaft_ring(v[:shaft], v[:play]) * v[:ends]
          coefficient = Slot.coefficient(v[:play] / 2, v[:bush], v[:vacuum])
          idle_share(v, k.merge(coefficient: coefficient), ring).merge(ring: ring, coefficient: coefficient)
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

          from, till = v.values_at(:start, :end).map { |suction| k[:outside] - suction }
          area = Air.filling_area(v[:volume], from, till, v[:seconds], k[:outside], k[:temperature], k[:coefficient])
          hole = area.positive? ? Jets.diameter(area) : nil
          { inflow: Air.inflow(v[:volume], v[:start] - v[:end], v[:seconds], k[:temperature]), hole: hole,
            says: [hold_says(hole, k)] }
        end

        def hold_says(hole, k)
          return "It holds." unless hole

          like = "like a hole of #{Words.amount(hole, 'mm', 3)}"
          return "It holds: #{like} is as tight as such parts are." if hole <= Units.to_si(k[:tight], "mm")

          "#{like.capitalize}: it does not hold."
        end

        def altitude(v, _k)
          here, there = %i[to from].map { |place| weather(v, place) }
          moved = (Air.leanness(*here) / Air.leanness(*there)) - 1
          deep(v[:vacuum], here.first)
          {
            density: Air.moist_density(*here) / Air.moist_density(*there),
            richer: moved,
            jet_here: v[:jet] * Math.sqrt(1 + moved),
            vacuum_sea: v[:vacuum] + Air::SEA_PRESSURE - here.first,
            pressure: here.first,
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

        # [pressure, temperature, humidity]; the barometer's word goes before the height's.
        def weather(v, place)
          here = place == :to
          [v[here ? :barometer : :barometer_from] || Air.pressure(v[place]),
           v[here ? :warm_to : :warm_from], v[here ? :humidity : :humidity_from]]
        end

        def deep(vacuum, pressure)
          return if vacuum < pressure

          raise Invalid.new("vacuum", "No vacuum is deeper than the air is heavy, here " \
                                      "#{Words.amount(pressure, 'inHg', 1)}: look at the gauge, or at the height")
        end

        def vacuum_pattern(v, k)
          pattern = SignalPattern.new(v[:values], interval: v[:interval])
          cycle = (v[:strokes] == "4" ? 120 : 60) / v[:rpm]
          motion = GaugeMotion.new(pattern, cycle: cycle, firing: cycle / v[:cylinders], limits: k)
          {
            mean: pattern.mean, spread: pattern.spread, dip: pattern.dip, period: pattern.period,
            **motion.shares.to_h { |kind, share| [:"#{kind}_share", share] },
            says: [motion.says], curve: needle_curve(v)
          }
        end

        def needle_curve(v)
          points = v[:values].each_with_index.map { |value, i| [i * v[:interval], Units.from_si(value, "inHg")] }
          Calculator::Curve.new(x: { name: "Time", unit: "s" }, y: { name: "Vacuum", unit: "inHg" },
                                series: [{ name: "Gauge", points: points }], marks: [])
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
          ratio = Mixture.excess_air(v[:measured], { "lambda" => 1.0, "gasoline" => one["ratio"] }[v[:scale]] || right)
          possible(ratio)
          { stoichiometric: right, lambda: ratio, leaning: lean, says: ["#{side(ratio)} for this blend."] }
        end

        # No engine runs outside this: the number belongs to another scale.
        def possible(ratio)
          return if ratio.between?(0.4, 2.5)

          raise Invalid.new("measured", "That would be lambda #{Words.number(ratio)}: choose the scale the gauge has")
        end

        def exhaust_gas(v, _k)
          ratio = Exhaust.excess_air(co2: v[:dioxide], co: v[:monoxide], hc: v[:hydrocarbons] * 1e-6,
                                     oxygen: v[:oxygen])
          burnt = v[:dioxide] + v[:monoxide]
          { lambda: ratio, says: ["#{side(ratio)}.", burnt < 0.12 && v[:oxygen] > 0.03 ? diluted : nil] }
        end

        def diluted = "Little carbon and much oxygen: air may come in at the pipe, or it misfires."

        def side(ratio)
          return "Lean" if ratio > 1.02

          ratio < 0.98 ? "Rich" : "About right"
        end
      end
    end
  end
end
