# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Lambda from a dry exhaust gas analysis, all in shares by volume: the oxygen found in it over the oxygen that what
    # burnt and what did not would have needed.
    #
    #   Exhaust.excess_air(co2: 0.145, co: 0.005, hc: 100e-6, oxygen: 0.005)   # => 1.00
    #
    # Source: the simplified Brettschneider formula as used in emission testing (UN/ECE R83, annex on lambda; constants
    # from memory): hydrogen 1.7261 and oxygen 0.0176 for each carbon, water-gas constant 3.5, six carbons in a hexane.
    module Exhaust
      HYDROGEN = 1.7261
      OXYGEN = 0.0176
      WATER_GAS = 3.5
      CARBONS = 6

      module_function

      # hc: as hexane
      def excess_air(co2:, co:, hc:, oxygen:)
        water = HYDROGEN / 4 * WATER_GAS / (WATER_GAS + (co / Jets.positive(co2, "Carbon dioxide")))
        found = co2 + (co / 2) + oxygen + ((water - (OXYGEN / 2)) * (co2 + co))
        found / ((1 + (HYDROGEN / 4) - (OXYGEN / 2)) * (co2 + co + (CARBONS * hc)))
      end
    end
  end
end
