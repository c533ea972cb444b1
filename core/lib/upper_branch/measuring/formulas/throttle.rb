# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Formulas
      # The plate and what it uncovers, the venturi and what it draws.
      module Throttle
        module_function

        def throttle_plate(v, k)
          plate = ThrottlePlate.new(bore: v[:bore], shaft: v[:shaft], closed: radians(v[:closed]))
          angle = radians(v[:closed]) + opened(v, v[:turns])
          shown = (plate.edge(angle) - v[:above]).clamp(0.0, v[:long])
          { angle: angle * 180 / Math::PI, area: plate.area(angle), exposed: shown, slot: shown * v[:wide],
            begins: begins(v, plate), says: [square(shown / v[:wide], k)] }
        end

        def radians(degrees) = degrees * Math::PI / 180

        # How far so many turns of the stop screw turn the plate.
        def opened(v, turns)
          pushed = turns * v[:pitch] / v[:lever]
          raise Invalid.new("turns", "So many turns push the lever past its own length") if pushed >= 1

          Math.asin(pushed)
        end

        # Turns at which the edge reaches the slot.
        def begins(v, plate)
          closed = radians(v[:closed])
          high = Math.sin(closed) + (v[:above] / (plate.edge(Math::PI / 2) / (1 - Math.sin(closed))))
          high <= 1 ? Math.sin(Math.asin(high) - closed) * v[:lever] / v[:pitch] : nil
        end

        def square(share, k)
          return "No slot shows: the idle port feeds alone." if share.zero?
          return "Less than a square of slot shows: the step off idle may be felt." if share < 1 - k[:square]
          return "About a square of slot shows, as it should." if share <= 1 + k[:square]

          "More than a square of slot shows: the idle runs on it, and the mixture screw loses its say."
        end

        # What a plain jet under a venturi meters: fuel starts once the signal lifts it over the spill height.
        def main_signal(v, k)
          air = FuelDemand.air(v[:displacement], v[:rpm], v[:filling], v[:strokes].to_i)
          share = Venturi.open_share(v[:cylinders], v[:strokes].to_i)
          mach = Venturi.new(diameter: v[:venturi], count: v[:count], share: share).mach(air)
          signal = Air.depression(mach, Air::SEA_PRESSURE) * v[:gain]
          fuel = metered(v, k, signal) * share * v[:count]
          ratio = fuel.positive? ? Venturi.mass(air) / (fuel * k[:density]) / k[:ratio] : nil
          { depression: signal / v[:gain], signal: signal, fuel: fuel, lambda: ratio, says: [signal_says(ratio)] }
        end

        # m3/s through one jet while the air flows.
        def metered(v, k, signal)
          lifted = signal - (k[:density] * Jets::GRAVITY * v[:spill])
          lifted.positive? ? Jets.flow(Jets.area(v[:jet]), lifted, k[:density], v[:coefficient]) : 0.0
        end

        def signal_says(ratio)
          return "No fuel yet: the signal does not lift it over the nozzle." unless ratio

          "A plain jet enriches as the air grows; an air corrector takes that back."
        end
      end
    end
  end
end
