# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Formulas
      # Flow by the stopwatch.
      module Flow
        module_function

        def flow_compare(v, k)
          before, after = %i[reference part].map { |name| v[name].sum / v[name].size }
          scatter = [k[:hand], *%i[reference part].map { |name| Uncertainty.deviation(v[name]) }].max
          needed = FlowTiming.repeats(before, scatter, v[:step])
          change = FlowTiming.change(before, after)
          short = [v[:reference].size, v[:part].size].min < needed
          {
            change: change,
            shortcut: FlowTiming.shortcut(before, after),
            repeats: needed,
            says: [
              "The flow is #{change.negative? ? 'down' : 'up'} #{Words.percent(change.abs)}. " \
                "The shortcut (t0 - t1)/t0 compares times, not flows, and understates an increase.",
              (
                if short
                  "To tell #{Words.percent(v[:step])} from none, time each #{needed} times, or let it fall longer."
                else
                  "Enough timings to tell #{Words.percent(v[:step])} from none."
                end
              )
            ]
          }
        end

        # The reference is the trial without a shim.
        def shim(v, _k)
          raise Invalid.new("times", "Give a time for every shim") unless v[:shims].size == v[:times].size

          trials = [[0.0, v[:reference]], *v[:shims].zip(v[:times]).reject { |shim, _| shim.zero? }]
          points = trials.map { |shim, time| [FlowTiming.change(v[:reference], time), shim] }.sort
          setting = FlowTiming.setting_for(points, v[:wanted])
          from, till = band(points, v)
          { setting: setting, time: FlowTiming.time_for(v[:reference], v[:wanted]), from: from, till: till,
            says: ["#{Words.amount(setting, 'mm')} by the trials: time it, then decide.",
                   FlowTiming.steep?(points, v[:wanted]) ? steep : nil],
            curve: shim_curve(points, setting, v[:wanted]) }
        end

        # Settings that come near enough to what is wanted, as far as the trials reach.
        def band(points, v)
          low, high = points.map(&:first).minmax
          [-1, 1].map { |sign| (v[:wanted] + (sign * v[:near])).clamp(low, high) }
                 .map { |wanted| FlowTiming.setting_for(points, wanted) }.minmax
        end

        def steep = "The curve is steep here: a hair of shim does much. Try one between before you trust it."

        def shim_curve(points, setting, wanted)
          drawn = points.map { |change, shim| [shim * 1000, change * 100] }.sort
          Calculator::Curve.new(
            x: { name: "Shim", unit: "mm" }, y: { name: "Change of flow", unit: "%" },
            series: [{ name: "Trials", points: drawn }], marks: [{ name: "Wanted", x: setting * 1000, y: wanted * 100 }]
          )
        end

        def needle_lift(v, _k)
          needle = Needle.new(shank: v[:shank], taper: v[:taper], parallel: v[:parallel])
          raise Invalid.new("shank", "The needle is thicker than its jet: look at both numbers") if v[:shank] >= v[:jet]

          lift = needle.lift_for(v[:jet], v[:lift], v[:gain])
          { area: needle.area(v[:jet], v[:lift]), raise: lift && (lift - v[:lift]), says: [lift_says(v, lift)] }
        end

        def lift_says(v, lift)
          unless lift
            return "The shank is still in the jet's mouth, or the needle ends: raising it changes nothing here."
          end

          "Raise it #{Words.amount(lift - v[:lift], 'mm')} for #{Words.percent(v[:gain])} more; " \
            "it moves the whole middle range."
        end
      end
    end
  end
end
