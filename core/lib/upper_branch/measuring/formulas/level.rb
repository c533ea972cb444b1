# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Formulas
      # Float, needle and drips.
      module Level
        PSI = 6894.757 # Pa, NIST SP 811

        module_function

        def inlet_valve(v, k)
          valve =
            InletValve.new(**v.slice(:seat, :needle_arm, :float_arm, :float_mass, :float_volume, :waterline, :density))
          holds = valve.holds
          {
            force: valve.force(v[:pressure]),
            submerged: valve.submerged(v[:pressure]),
            holds: holds,
            rise: valve.rise * PSI,
            says: [valve_says(v, holds, k[v[:kind].to_sym] * PSI)]
          }
        end

        # Two limits: what this float can hold, and what such carburetors are made for.
        def valve_says(v, holds, made_for)
          return "This float sinks: it is too heavy for its volume." if holds <= 0
          return "It floods: the float holds #{Words.amount(holds, 'psi', 1)} at most." if v[:pressure] > holds

          hand = Words.percent(1 - (v[:pressure] / holds), 0)
          return "It holds, with #{hand} in hand." if v[:pressure] <= made_for

          "This float would hold it, but such carburetors are made for #{Words.amount(made_for, 'psi', 1)} at most: " \
            "wear or dirt makes it flood. Bring the pressure down."
        end

        # The level under way: what the valve needs to open.
        def bowl_fall(v, k)
          made = { lever: v[:needle_arm] / v[:float_arm], density: k[:density], coefficient: k[:coefficient] }
          bowl = BowlLevel.new(**v.slice(:surface, :seat, :pressure), **made)
          fall = bowl.fall(v[:demand])
          { fall: fall, most: bowl.most, constant: bowl.constant,
            empties: fall ? nil : bowl.seconds_to(v[:depth], v[:demand]), says: [fall_says(fall, k)] }
        end

        def fall_says(fall, k)
          return "The valve wide open passes less than that: the bowl runs dry." unless fall
          return "The level falls #{Words.amount(fall, 'mm', 1)}: enough to lean the top end." if fall > k[:much]

          "The level falls #{Words.amount(fall, 'mm', 1)}: hardly felt."
        end

        def heavy_float(v, _k)
          gained = v[:now] - v[:sound]
          rise = gained / (v[:density] * v[:waterline])
          {
            gained: gained,
            rise: rise,
            says: [
              (
                if gained <= 0
                  "Not heavier than a sound one."
                else
                  "It rides lower and raises the level by #{Words.amount(rise, 'mm', 1)}."
                end
              )
            ]
          }
        end

        def float_tab(v, _k)
          bend = v[:change] * v[:needle_arm] / v[:float_arm]
          way = bend.negative? ? "down: tab toward the needle" : "up: tab away from the needle"
          level = Words.amount(v[:change].abs, "mm", 1)
          { bend: bend, says: ["#{Words.amount(bend.abs, 'mm')} at the tab moves the level #{level} #{way}."] }
        end

        def drip(v, k)
          rate, = Drips.rate(v[:drops], v[:seconds])
          total = Drips.volume(rate * v[:standing], v[:per_ml])
          share = Drips.dilution(total, v[:sump])
          {
            per_minute: rate * 60,
            per_hour: Drips.volume(rate, v[:per_ml]),
            total: total,
            share: share,
            says: [
              (
                if share >= k[:diluted]
                  "If it went into the sump: do not start it. Find the leak, change oil and filter."
                else
                  "Little, but it is a leak: mend it before it stands."
                end
              )
            ]
          }
        end
      end
    end
  end
end
