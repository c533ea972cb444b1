# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Formulas
      # From the tank to the jet.
      module Supply
        module_function

        def fuel_demand(v, k)
          air = [*v.values_at(:displacement, :rpm, :filling), k[:air], v[:ratio], k[:density], v[:strokes].to_i]
          ways = {
            by_power: FuelDemand.by_power(v[:power], v[:consumption], k[:density]),
            by_air: FuelDemand.by_air(*air),
            by_jet: FuelDemand.by_jet(v[:jet], v[:drop], k[:density], v[:coefficient])
          }
          low, high = ways.values.minmax
          ways.merge(
            says: [
              if high > 1.3 * low
                "They differ by #{Words.percent((high / low) - 1, 0)}: " \
                  "one of the inputs is off, or the jet does not fit the engine."
              else
                "They agree within #{Words.percent((high / low) - 1, 0)}."
              end
            ]
          )
        end

        def supply_margin(v, k)
          supply = v[:volume] / (v[:times].sum / v[:times].size)
          margin = FuelDemand.margin(supply, v[:demand])
          fade = FuelDemand.fade_time(v[:usable], v[:demand], supply)
          {
            supply: supply,
            margin: margin,
            fade: fade,
            says: [judge_margin(margin, fade, k[:thin]), fade && v[:faded] ? match(fade, v[:faded]) : nil]
          }
        end

        def judge_margin(margin, fade, thin)
          return "It cannot keep up: flat out it fades after about #{fade.round} s." if fade
          return "It keeps up, but the margin is thin." if margin < thin

          "Enough arrives."
        end

        def match(fade, faded)
          return "The stopwatch says the same: starvation is proven." if (fade / faded).between?(0.67, 1.5)

          "The stopwatch says #{faded.round} s: look at the bowl's volume, or at the passage behind the bowl."
        end

        def segments(v, k)
          flows = v[:times].map { |time| v[:volume] / time }
          return one_timing(flows.first) if flows.one?

          line = line(v, k, flows)
          rows = line.stretches
          worst = rows.each_index.max_by { |i| [rows[i].share, -i] }
          {
            tightest: worst + 1,
            hole: rows[worst].area && Jets.diameter(rows[worst].area),
            share: rows[worst].share,
            sure: -> { line.tightest_chances[worst] },
            says: ["The stretch that ends at point #{worst + 1} is the tightest."]
          }
        end

        def line(v, k, flows)
          unsure = v[:times].zip(flows).map { |time, flow| flow * k[:hand] / time }
          Restriction.new(flows, unsure, v[:head], k[:coefficient])
        end

        # One point tells how much arrives there, not where it is lost.
        def one_timing(flow)
          { tightest: nil, hole: nil, share: nil, sure: nil,
            says: ["#{Words.amount(flow, 'mL/min')} arrives: time a second point to see where it is lost."] }
        end

        def passage(v, k)
          refill = Passage.refill(v[:passage], v[:head], v[:coefficient])
          ratio = Passage.ratio(v[:passage], v[:jets])
          delay = Passage.delay(v[:well], v[:demand], refill)
          {
            ratio: ratio,
            loss: Passage.loss(ratio),
            refill: refill,
            delay: delay,
            says: [
              ratio < k[:thin] ? "Under #{Words.number(k[:thin])} to 1: tight for these jets." : "Ample.",
              (
                if delay
                  "The well empties in about #{delay.round} s of full draw: this is the delayed fade."
                else
                  "The open well keeps up with this demand."
                end
              ),
              v[:wall] && delay ? wall_left(v, refill) : nil
            ]
          }
        end

        # Diameter at which the refill meets the demand, and the wall that is left then.
        def wall_left(v, refill)
          needed = v[:passage] * Math.sqrt(v[:demand] / refill)
          left = v[:wall] - ((needed - v[:passage]) / 2)
          opened = "Opened to #{Words.amount(needed, 'mm')} it would meet the demand"
          return "#{opened}, but no wall would be left: fit smaller jets." if left < 0.0005

          "#{opened} and leave #{Words.amount(left, 'mm')} of wall: in steps, each timed."
        end
      end
    end
  end
end
