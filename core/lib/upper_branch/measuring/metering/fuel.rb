# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # What is in the bowl. ratio: kg of dry air that burn one kg; density: kg/m3; viscosity: kinematic, m2/s
      Fuel = Struct.new(:ratio, :density, :viscosity, keyword_init: true) do
        # gasoline, ethanol: rows of worktop.yml; share: of ethanol by volume; temperature: K. The mass of a liter falls
        # by about a thousandth a degree (from memory).
        def self.blend(gasoline, ethanol, share:, temperature:, viscosity:)
          warm = 1 - (0.00095 * (temperature - Air::SEA_TEMPERATURE))
          new(ratio: Mixture.blend(gasoline, ethanol, share),
              density: Mixture.blend_density(gasoline, ethanol, share) * warm, viscosity: viscosity)
        end

        # Pressure of a column, Pa.
        def head(height) = density * Jets::GRAVITY * height
      end
    end
  end
end
