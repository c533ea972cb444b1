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

        def shim(v, _k)
          raise Invalid.new("times", "Give a time for every shim") unless v[:shims].size == v[:times].size

          trials = v[:shims].zip(v[:times])
          setting = FlowTiming.setting_for(trials, v[:reference], v[:wanted])
          points = trials.map { |shim, time| [shim * 1000, FlowTiming.change(v[:reference], time) * 100] }.sort
          {
            setting: setting,
            time: FlowTiming.time_for(v[:reference], v[:wanted]),
            says: ["#{Words.amount(setting, 'mm')} by the trials: time it, then decide."],
            curve:
              Calculator::Curve.new(
                x: {
                  name: "Shim",
                  unit: "mm"
                },
                y: {
                  name: "Change of flow",
                  unit: "%"
                },
                series: [{ name: "Trials", points: points }],
                marks: [{ name: "Wanted", x: setting * 1000, y: v[:wanted] * 100 }]
              )
          }
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
