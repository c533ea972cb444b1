# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # The main circuit of one barrel: jet (with needle, with what the power valve adds), well with its bleed, nozzle.
      class MainCircuit
        # main, power: kg/s while it flows; well: pressure behind the jet, as at the level, Pa
        Flow = Struct.new(:main, :power, :well, keyword_init: true)

        # The hole by the lift of what moves: a jet alone.
        Jet = Struct.new(:hole) do
          def at(_lift) = hole
        end
        # A needle in its jet, with the main jet below. raised: m that the clip holds it higher
        NeedleJet = Struct.new(:jet, :needle, :bore, :raised, :fuel, keyword_init: true) do
          def at(lift)
            ring = FuelHole.new(needle.area(bore, lift + raised), bore - needle.diameter(lift + raised), fuel)
            ring.behind(jet)
          end
        end
        # Rods that an air valve lifts in step. travel: m
        Rods = Struct.new(:hole, :travel) do
          def at(lift) = hole.part(lift / travel)
        end
        # area: m2; opens: vacuum under which it begins to open; band: over which it does, Pa
        Power = Struct.new(:area, :opens, :band, keyword_init: true) do
          def at(vacuum) = area * ((opens - vacuum) / band).clamp(0.0, 1.0)
        end

        # metering: Jet, NeedleJet or Rods; nozzle: m2 times its coefficient
        def initialize(metering:, circuit:, nozzle:, weather:, power: nil)
          @metering = metering
          @circuit = circuit
          @nozzle = nozzle
          @weather = weather
          @power = power
        end

        # signal: at the nozzle; source: pressure on the fuel; taken: kg/s that the idle circuit draws from the well
        def flow(signal:, source:, lift:, vacuum:, taken: 0.0)
          jet = @metering.at(lift)
          more = @power ? @power.at(vacuum) : 0.0
          hole = jet.beside(more)
          flow = @circuit.flow(hole, [[@nozzle, @weather.pressure - signal]], source, taken: taken)
          power = hole.area.positive? ? flow.fuel * more / hole.area : 0.0
          Flow.new(main: flow.fuel - power, power: power, well: source - hole.drop(flow.fuel + taken))
        end
      end
    end
  end
end
