# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # The holes of a carburetor as they were typed in, put together as one that can be reckoned with. Which parts it
      # has follows from which figures it has: a needle where there is a needle jet, second barrels where there are
      # some.
      #
      #   Geometry.new({ displacement: 1.2e-3, main_jet: 0.0013, ... }, figures, fuels).carburetor
      class Geometry
        # values: SI by field (geometry.yml), nil where it has none; figures: coefficients by name; fuels: rows of
        # worktop.yml
        def initialize(values, figures, fuels)
          @v = values
          @figures = figures
          @weather = Weather.new(pressure: Air.pressure(@v[:altitude]), temperature: @v[:temperature],
                                 humidity: @v[:humidity])
          @fuel = Fuel.blend(fuels["gasoline"], fuels["ethanol"], share: @v[:ethanol], temperature: @v[:temperature],
                                                                  viscosity: figures["viscosity"])
        end

        attr_reader :weather, :fuel

        def carburetor
          Carburetor.new(first: first, second: second, feeds: feeds, draw: draw, leak: leak, source: source,
                         fuel: @fuel, weather: @weather)
        end

        def first
          @first ||= Bank.new(count: @v[:throats], barrel: barrel(throat, plate(@v[:bore]), @v[:gain]), main: main)
        end

        # nil where there is none
        def second
          return unless @v[:second_count]&.positive?

          @second ||= SecondBank.new(count: @v[:second_count], barrel: second_barrel, main: second_main,
                                     from: @v[:second_cell] || @v[:second_from], to: @v[:second_wide])
        end

        def feeds = @feeds ||= Feeds.new(first: first, idle: idle, source: source, weather: @weather)

        def draw
          EngineDraw.new(displacement: @v[:displacement], strokes: @v[:strokes].to_i, filling: @v[:filling],
                         weather: @weather)
        end

        # m2 times its coefficient
        def leak = hole(:leak, "leak")

        # Pressure on the fuel, Pa.
        def source = @weather.pressure - (@v[:chamber] || 0.0)

        private

        # m2 of a round hole times its coefficient; none where the field is empty or 0.
        def hole(field, kind) = bore_area(@v[field]) * @figures[kind]
        def bore_area(diameter) = diameter&.positive? ? Jets.area(diameter) : 0.0

        def barrel(throat, throttle, gain)
          Barrel.new(throttle: throttle || throat, throat: throat, gain: gain, coefficient: @figures["throttle"],
                     weather: @weather, share: Venturi.open_share(@v[:cylinders], @v[:strokes].to_i))
        end

        # nil where a slide throttles.
        def plate(bore)
          ThrottlePlate.new(bore: bore, shaft: @v[:shaft], closed: @v[:closed] * Math::PI / 180) unless @v[:cutaway]
        end

        def throat
          if @v[:cutaway]
            Throats::Slide.new(bore: @v[:bore], cutaway: @v[:cutaway], weather: @weather)
          elsif @v[:piston_held]
            held(@v[:piston_width], @v[:piston_bridge], @v[:piston_travel], @v[:piston_held])
          else
            fixed(@v[:venturi])
          end
        end

        def fixed(diameter)
          Throats::Fixed.new(area: bore_area(diameter), unrecovered: @figures["unrecovered"], weather: @weather)
        end

        def held(width, bridge, travel, held)
          Throats::Held.new(width: width, bridge: bridge, travel: travel, held: held, weather: @weather)
        end

        def main
          lift = @fuel.head(@v[:spill] || 0.0)
          MainCircuit.new(metering: metering, circuit: bled(emulsion_bleed, lift), nozzle: hole(:nozzle, "nozzle"),
                          weather: @weather, power: power)
        end

        def metering
          jet = @v[:high_turns] ? screw_hole("high_", @v[:high_turns]) : FuelHole.round(@v[:main_jet], @fuel)
          return MainCircuit::Jet.new(jet) unless @v[:needle_jet]

          needle = Needle.new(shank: @v[:shank], taper: @v[:taper], parallel: @v[:begins])
          MainCircuit::NeedleJet.new(jet: jet, needle: needle, bore: @v[:needle_jet], raised: @v[:raised], fuel: @fuel)
        end

        def power
          return unless @v[:power_hole]

          MainCircuit::Power.new(area: bore_area(@v[:power_hole]), opens: @v[:power_vacuum],
                                 band: @figures["power_band"])
        end

        def bled(bleed, lift) = BledCircuit.new(bleed: bleed, lift: lift, fuel: @fuel, weather: @weather)

        # The air corrector, as far as the falling level in the well has uncovered the holes of the tube.
        def emulsion_bleed
          full = hole(:air_jet, "air")
          top, bottom = @v.values_at(:holes_top, :holes_bottom)
          return full unless top && bottom && full.positive?

          from, to = [top, [bottom, top + 1e-4].max].map { |depth| @fuel.head(depth) }
          ->(drop) { full * ((drop - from) / (to - from)).clamp(0.0, 1.0) }
        end

        def idle
          circuit = bled(idle_bleed * @figures["air"], @fuel.head(@v[:idle_lift] || 0.0))
          IdleCircuit.new(jet: idle_jet, circuit: circuit, outlets: outlets, from_well: @v[:idle_from] == "well")
        end

        # An air screw sits in the bleed.
        def idle_bleed
          bleed = bore_area(@v[:idle_air])
          @v[:screw_on] == "air" ? in_row(bleed, screw.area(@v[:turns])) : bleed
        end

        def idle_jet
          @v[:screw_on] == "jet" ? screw_hole("", @v[:turns]) : FuelHole.round(@v[:idle_jet], @fuel)
        end

        def in_row(one, other) = one.positive? && other.positive? ? Jets.series([one, other]) : 0.0

        def outlets
          port = @v[:screw_on] == "port" ? screw.area(@v[:turns]) : bore_area(@v[:port])
          slot = { above: @v[:slot_above], long: @v[:slot_long], wide: @v[:slot_wide] } if @v[:slot_long]
          holes = { above: @v[:hole_above], bore: @v[:hole_bore], apart: @v[:hole_apart] || 0.0,
                    count: @v[:hole_count].to_i }
          Outlets.new(port: port, coefficient: @figures["port"], slot: slot, holes: @v[:hole_bore] && holes)
        end

        # The cone in its hole. kind: "" for the mixture screw, "high_" for the high-speed one
        def screw(kind = "")
          port, tip, angle, pitch = %w[screw_hole tip angle pitch].map { |name| @v[:"#{kind}#{name}"] }
          ScrewPort.new(port: port, end_diameter: tip, angle: angle, pitch: pitch)
        end

        def screw_hole(kind, turns)
          area = screw(kind).area(turns)
          FuelHole.new(area, 2 * area / (Math::PI * @v[:"#{kind}screw_hole"]), @fuel)
        end

        # An air valve is as wide as the bore and opens as far.
        def second_barrel
          bore, valve = @v.values_at(:second_bore, :second_held)
          throat = valve ? held(bore, @v[:piston_bridge], bore, valve) : fixed(@v[:second_venturi])
          barrel(throat, plate(bore), @v[:second_gain])
        end

        def second_main
          jet = FuelHole.round(@v[:second_jet], @fuel)
          rods = MainCircuit::Rods.new(jet, @v[:second_bore]) if @v[:second_held]
          MainCircuit.new(metering: rods || MainCircuit::Jet.new(jet),
                          circuit: bled(hole(:second_air, "air"), @fuel.head(@v[:second_spill])),
                          nozzle: hole(:second_nozzle, "nozzle"), weather: @weather)
        end
      end
    end
  end
end
