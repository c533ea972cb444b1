# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # Fuel on its way from the bowl into the manifold: the circuits, each as late as it is, the pump, the enrichener,
      # and what gets there by ways it should not. kg/s by circuit.
      class Fueling
        SEEPS = 60.0 # Pa, head of a nozzle that drips

        attr_reader :bowl, :seconds, :flows, :flow, :metered

        # build: Build; choke: Choke; intake: Intake
        def initialize(build, choke, intake)
          @v = build.values
          @idle = build.setting.idle
          @lag = build.figures["main_lag"]
          @choke = choke
          @intake = intake
          fuel = build.geometry.fuel
          @bowl = Bowl.new(@v, fuel.density, build.figures["seat"])
          @shot = Shot.new(@v, fuel.density, build.figures["seat"])
          @seconds = Seconds.new(@v, fuel.density)
          @raw, @drip, @enrich = %i[raw drip enrich_jet].map do |hole|
            Measuring::Metering::FuelHole.round(@v[hole] || 0.0, fuel)
          end
          @main = @power = @second = @flow = @metered = 0.0
          @flows = {}
        end

        def state = [[@main, @power, @second, @flow], *parts.map(&:state)]

        def resume(state)
          (@main, @power, @second, @flow), *rest = state
          parts.zip(rest).each { |part, one| part.resume(one) }
        end

        # Pa by which the fuel stands under more pressure than usual. tilt: m
        def over(tilt) = bowl.over(flow, tilt)

        # way: of the throttle; fed: pressure of the supply, Pa; tilt: m
        def step(step, way, fed, tilt)
          behind(step)
          poured = seconds.step(step, (way - @idle) / (1 - @idle), @intake.signal)
          give(circuits.merge(second: @second + poured, shot: @shot.step(step, way, bowl.reach), **beside(over(tilt))))
          @metered += flow * step
          bowl.step(step, flow * step, fed)
        end

        # kg/s that fall from a nozzle with nothing drawing.
        def dripping = @drip.mass([over(0.0), 0.0].max + SEEPS)

        # kg that run onto the walls without the engine asking.
        def lose(mass, film)
          @flow = 0.0
          @main = @power = @second = 0.0
          @metered += mass
          film.wet(mass)
        end

        private

        def parts = [@bowl, @shot, @seconds]

        # The main circuits are behind the air.
        def behind(step)
          part = 1 - Math.exp(-step / @lag)
          @main += (@intake.first.main - @main) * part
          @power += (@intake.first.power - @power) * part
          @second += (@intake.second.fuel - @second) * part
        end

        def circuits
          { idle: @intake.first.idle, transition: @intake.first.transition, main: @main, power: @power }
        end

        # By the enrichener, and by holes that should not be.
        def beside(over)
          suction = over + @intake.vacuum
          { cold: @choke.enriching * @enrich.mass(suction), raw: @raw.mass(suction),
            drip: @drip.mass([over, 0.0].max + SEEPS + @intake.signal) }
        end

        def give(flows)
          @flows = bowl.reach < 1 ? flows.transform_values { |one| one * bowl.reach } : flows
          @flow = @flows.values.sum
        end
      end
    end
  end
end
