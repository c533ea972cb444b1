# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # The air outside. Damp air is reckoned as dry air a little warmer, which is as light; only its dry part burns.
      class Weather
        attr_reader :pressure, :temperature

        # pressure: Pa; temperature: K; humidity: share of saturation
        def initialize(pressure:, temperature:, humidity: 0.0)
          @pressure = pressure
          @vapor = Air.vapor(temperature, humidity) / pressure
          @temperature = temperature / (1 - (0.378 * @vapor))
        end

        # Part of the mass that is dry.
        def dry = (1 - @vapor) / (1 - (0.378 * @vapor))
      end
    end
  end
end
