# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Formulas
      # Jets and drills.
      module Holes
        module_function

        def jet_area(v, k)
          area = Jets.area(v[:diameter])
          { area: area, flow: Jets.flow(area, v[:drop], k[:density], v[:coefficient]) }
        end

        def jet_change(v, _k)
          unless v[:scale_before] == v[:scale_after]
            raise Invalid.new(
              "scale_after",
              "A number by diameter and one by flow cannot be compared: measure both, or time their flow"
            )
          end
          if v[:scale_before] == "flow"
            return {
              change: (v[:after] / v[:before]) - 1,
              says: ["On a flow scale the numbers themselves compare; areas are not known."]
            }
          end

          before, after = [v[:before], v[:after]].map { |number| number * 1e-5 } # hundredths of a mm
          change = Jets.change(before, after)
          {
            change: change,
            area_before: Jets.area(before),
            area_after: Jets.area(after),
            says: ["#{Words.percent(change.abs)} #{change.negative? ? 'less' : 'more'} fuel at the same draw."]
          }
        end

        def jets_together(v, _k)
          areas = v[:diameters].map { |diameter| Jets.area(diameter) }
          losses = areas.map { |area| 1 / (area**2) }
          {
            series: Jets.diameter(Jets.series(areas)),
            parallel: Jets.diameter(Jets.parallel(areas)),
            tightest: losses.max / losses.sum
          }
        end

        def drill(v, k)
          wanted = v[:now] * Math.sqrt(1 + v[:gain])
          drills = k[:drills].of(v[:kind])
          nearest = drills.nearest(wanted)
          above = drills.above(wanted)
          {
            wanted: wanted,
            below: drills.below(wanted)&.diameter,
            above: above&.diameter,
            remove: above && (above.diameter - wanted),
            says: [
              off_size(v, wanted, nearest),
              "Nearest: #{nearest.name}, #{both_units(nearest.diameter)}; " \
                "it gives #{Words.percent(Jets.change(v[:now], nearest.diameter))}.",
              above && thinned(above, above.diameter - wanted)
            ]
          }
        end

        # "1.230 mm (0.0484 in)"
        def both_units(diameter) = "#{Words.amount(diameter, 'mm', 3)} (#{Words.amount(diameter, 'in', 4)})"

        def thinned(drill, by)
          "No step sold? Turn the tip of the #{drill.name} down by #{Words.amount(by, 'mm', 3)} over its lands; " \
            "only the tip is to size."
        end

        # A drill that misses the wanted gain by more than a third of it is no help.
        def off_size(v, wanted, nearest)
          gain = Jets.change(v[:now], nearest.diameter)
          return unless (nearest.diameter - wanted).abs > 1e-6 && (gain - v[:gain]).abs > [v[:gain].abs / 3, 0.005].max

          "No drill of these gives that."
        end

        def hole_coefficient(v, k)
          reynolds = Hole.reynolds(v[:flow], v[:bore], k[:viscosity])
          { reynolds: reynolds, coefficient: Hole.coefficient(v[:long] / v[:bore], reynolds),
            says: [reynolds < 1000 ? "Slow: friction rules, and the coefficient falls with every bit of flow." : nil] }
        end
      end
    end
  end
end
