# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Formulas
      # Heat and cold: fuel that boils in the bowl, ice in the throat.
      module Weather
        module_function

        # Vapor over liquid grows by e over k[:step] degrees about the temperature at which it is 20.
        def percolation(v, k)
          level = (Air.pressure(v[:altitude]) / Air::SEA_PRESSURE)
          boils = boiling(v) + (Math.log(level) / k[:slope])
          margin = boils - v[:bowl]
          { boils: boils, ratio: 20 * Math.exp(-margin / k[:step]), margin: margin, says: [hot(margin, k)] }
        end

        # Temperature at which 20 volumes of vapor stand over one of liquid at sea level, K. ASTM D4814, appendix (from
        # memory): 52.47 - 0.33 VP + 0.20 T10 + 0.17 T50, kPa and degC.
        def boiling(v)
          tenth, half = v.values_at(:tenth, :half).map { |temperature| temperature - 273.15 }
          273.15 + 52.47 - (0.33 * v[:pressure] / 1000) + (0.20 * tenth) + (0.17 * half)
        end

        def hot(margin, k)
          return "It boils in the bowl: it drips over after stopping, and starts flooded when hot." if margin.negative?
          return "Close: a few minutes of heat after stopping are enough." if margin < k[:near]

          "It stays liquid."
        end

        # Water that freezes in the throat: what the air holds by its dew point less what it can hold over ice there.
        def icing(v, k)
          raise Invalid.new("dew", "The dew point lies above the air: swap the two") if v[:dew] > v[:air] + 0.05

          low, cruise = %i[drop_low drop_cruise].map { |drop| water(v, v[:air] - k[drop], k) }
          { throat: v[:air] - k[:drop_low], humidity: Air.vapor(v[:dew], 1.0) / Air.vapor(v[:air], 1.0),
            low: low, cruise: cruise,
            says: ["At low power: #{ice(low, k)}.", "At cruise: #{ice(cruise, k)}.", frozen(v, k)].compact }
        end

        # kg of water that freezes out of each kg of air.
        def water(v, throat, k)
          return 0.0 if throat >= FREEZING || v[:air] <= k[:dry]

          [mixing(Air.vapor(v[:dew], 1.0)) - mixing(over_ice(throat)), 0.0].max
        end

        # kg of vapor to each kg of dry air, at the pressure of the sea.
        def mixing(vapor) = 0.622 * vapor / (Air::SEA_PRESSURE - vapor)

        # Pressure of vapor over ice, Pa (Magnus form, WMO No. 8).
        def over_ice(temperature)
          celsius = temperature - FREEZING
          611.2 * Math.exp(22.46 * celsius / (272.62 + celsius))
        end

        def ice(water, k)
          return "no ice" unless water.positive?
          return "light ice" if water < k[:light]

          water < k[:serious] ? "moderate ice" : "serious ice"
        end

        def frozen(v, k)
          "So cold that what water there is has frozen before and passes." if v[:air] <= k[:dry]
        end

        FREEZING = 273.15
      end
    end
  end
end
