# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # A passage that fuel comes into by its jet and air by its bleed, and that lets both out by its openings. An
      # opening that stands before more pressure than there is in the passage lets air in: so a slot above the plate is
      # a second bleed. SI.
      #
      #   circuit = BledCircuit.new(bleed: 4e-7, lift: 220, fuel: fuel, weather: weather)
      #   circuit.flow(hole, [[6e-7, 40_000], [2e-7, 101_000]], 101_000)
      class BledCircuit
        # fuel, bled: kg/s of fuel by the jet and of air by the bleed; air: with that by openings that stand higher;
        # pressure: in the passage, Pa; outs: mixture by opening, kg/s
        Flow = Struct.new(:fuel, :bled, :air, :pressure, :outs, keyword_init: true) do
          # Fuel by opening.
          def parts
            whole = outs.sum
            whole.positive? ? outs.map { |out| fuel * out / whole } : outs.map { 0.0 }
          end
        end

        # bleed: m2 times its coefficient, or a proc of the drop over the jet where the holes are uncovered little by
        # little; lift: pressure that raises the fuel to the bleed, Pa
        def initialize(bleed:, lift:, fuel:, weather:)
          @bleed = bleed
          @lift = lift
          @fuel = fuel
          @weather = weather
        end

        # hole: FuelHole; openings: [[m2 times coefficient, Pa], ...]; source: pressure before the hole as at the level;
        # taken: kg/s of the hole's fuel that go elsewhere
        def flow(hole, openings, source, taken: 0.0)
          lowest = openings.map(&:last).min
          highest = [@weather.pressure, source].max
          pressure = Root.between(lowest, highest) { |at| surplus(at, hole, openings, source, taken) }
          state(pressure, hole, openings, source, taken)
        end

        private

        def surplus(at, *rest)
          flow = state(at, *rest)
          flow.fuel + flow.air - flow.outs.sum
        end

        def state(at, hole, openings, source, taken)
          fuel = [hole.mass(source - @lift - at) - taken, 0.0].max
          bled = Air.leak(bleed(source - @lift - at), @weather.pressure, at, @weather.temperature, 1.0)
          air = bled + openings.sum { |area, outside| Air.leak(area, outside, at, @weather.temperature, 1.0) }
          emulsion = Emulsion.new(air: fuel.positive? ? air / (fuel + air) : 1.0, pressure: at,
                                  temperature: @weather.temperature, density: @fuel.density)
          outs = openings.map { |area, outside| outside < at && area.positive? ? area * emulsion.flux(outside) : 0.0 }
          Flow.new(fuel: fuel, bled: bled, air: air, pressure: at, outs: outs)
        end

        def bleed(drop) = @bleed.respond_to?(:call) ? @bleed.call(drop) : @bleed
      end
    end
  end
end
