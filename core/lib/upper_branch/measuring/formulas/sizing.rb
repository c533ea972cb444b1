# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Formulas
      # What to begin with: throat, jets and corrector for an engine; rods in their jets.
      module Sizing
        module_function

        def starting_set(v, k)
          air = FuelDemand.air(v[:displacement], v[:rpm], v[:filling], v[:strokes].to_i)
          share = Venturi.open_share(v[:cylinders], v[:strokes].to_i)
          throat = Venturi.diameter(air, v[:speed], count: v[:count], share: share)
          thumb = throat * k[:thumb]
          { venturi: throat, main: main(v, k, Venturi.mass(air) / v[:count] / share), thumb: thumb,
            corrector: thumb + k[:corrector], idle: idle(v, k), says: [words(v)] }
        end

        # The jet that gives the wanted mixture while so much air flows (kg/s), over the lift to the nozzle.
        def main(v, k, air)
          signal = Air.depression(Venturi.mach_of(v[:speed]), Air::SEA_PRESSURE) * v[:gain]
          drop = signal - (k[:density] * Jets::GRAVITY * k[:lift])
          raise Invalid.new("speed", "So slow an air does not lift the fuel to the nozzle") unless drop.positive?

          hole(air / k[:ratio] / v[:mixture], drop, k[:coefficient], k)
        end

        # The hole that passes the idle's fuel at the suction that idle passages have.
        def idle(v, k)
          weather = Metering::Weather.new(pressure: Air::SEA_PRESSURE, temperature: Venturi::TEMPERATURE)
          draw = Metering::EngineDraw.new(displacement: v[:displacement], strokes: v[:strokes].to_i,
                                          filling: v[:filling], weather: weather)
          air = draw.air(v[:idle_rpm], Air::SEA_PRESSURE - v[:vacuum]) / v[:count]
          hole(air / k[:ratio] / k[:idle_mixture], k[:idle_drop], k[:idle_coefficient], k)
        end

        def hole(fuel, drop, coefficient, k)
          Jets.diameter(fuel / k[:density] / coefficient / Math.sqrt(2 * drop / k[:density]))
        end

        def words(v)
          return "The rule of thumb is for one throat a cylinder: go by the flow." if v[:cylinders] > 1

          "Begin at the richer of the two main jets, and lean it by trials."
        end

        # A stepped rod in its jet.
        def rod_jet(v, _k)
          thick, thin = v.values_at(:thick, :thin).map { |rod| Jets.annulus(v[:jet], rod) }
          raise Invalid.new("thick", "The rod fills the jet: look at both numbers") unless thick.positive?
          raise Invalid.new("thin", "The thin step is thicker than the thick one") if thin < thick

          { lean: thick, rich: thin, lean_like: Jets.diameter(thick), rich_like: Jets.diameter(thin),
            richer: (thin / thick) - 1,
            says: ["The step opens #{Words.percent((thin / thick) - 1, 0)} more hole."] }
        end
      end
    end
  end
end
