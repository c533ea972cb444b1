# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # Fuel with air in it on its way through a hole: one homogeneous fluid, both as fast, the air as warm as the fuel
      # keeps it. SI.
      #
      #   Emulsion.new(air: 0.15, pressure: 98_000, temperature: 293, density: 745).flux(45_000)   # kg/(s m2)
      #
      # Along the stream w2/2 is the integral of v dp with v = x R T / p + (1 - x) / rho, and what passes is w / v at
      # its greatest: the homogeneous frozen model of two-phase flow, isothermal. It is Bernoulli without air, and the
      # isothermal nozzle (critical ratio exp(-1/2)) without fuel.
      class Emulsion
        CHOKES = Math.exp(-0.5) # ratio of pressures at which air alone does; with fuel in it later
        STEPS = 6

        # air: its share of the mass; pressure: at rest, Pa; density: of the fuel
        def initialize(air:, pressure:, temperature:, density:)
          @gas = air * Air::GAS * temperature
          @fuel = (1 - air) / density
          @pressure = pressure
        end

        # kg/s for each m2 of hole (coefficient 1) against a pressure behind it; none where that is not lower.
        def flux(behind)
          return 0.0 if behind >= @pressure

          throat = behind > CHOKES * @pressure ? behind : [behind, critical].max
          Math.sqrt(2 * work(throat)) / volume(throat)
        end

        # Pressure in the hole under which no more passes: where v2 = 2 w x R T / p2. By Newton's steps on the ratio of
        # pressures; fuel: volume of the fuel over that of its air, at rest.
        def critical
          return 0.0 if @gas.zero?

          @critical ||= begin
            fuel = @fuel * @pressure / @gas
            ratio = CHOKES
            STEPS.times do
              wide = 1 + (fuel * ratio)
              ratio -= ((wide * wide) + (2 * Math.log(ratio)) - (2 * fuel * (1 - ratio))) /
                       ((2 * fuel * (wide + 1)) + (2 / ratio))
            end
            ratio * @pressure
          end
        end

        private

        def volume(at) = (@gas / at) + @fuel
        def work(at) = (@gas * Math.log(@pressure / at)) + (@fuel * (@pressure - at))
      end
    end
  end
end
