# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Instruments
      # A vacuum read on a mountain, as it would stand at the sea: for one number and for a record alike. @data: with
      # "altitude" in m, where it was said.
      module AtHeight
        private

        # What it is short of: [lift in the rule's unit, sentences]. Raises Invalid where it is deeper than the air
        # there is heavy.
        def lifted(vacuum)
          return [0.0, []] unless @rule["altitude"]

          height = @data["altitude"] || 0
          unless height.is_a?(Numeric) && height.between?(-400, 5000)
            raise Invalid.new("reading/altitude", "The altitude lies between -400 and 5000 m")
          end

          within(vacuum, height)
          height.zero? ? [0.0, []] : lift(vacuum, height)
        end

        def lift(vacuum, height)
          sea = Units.from_si(Air.vacuum_at_sea(Units.to_si(vacuum, @rule["unit"]), height), @rule["unit"])
          here = "#{Words.number(vacuum)} #{@rule['unit']} at #{height.round} m"
          [sea - vacuum, ["#{here} is #{Words.number(sea.round(1))} as at the sea."]]
        end

        def within(vacuum, height)
          most = Units.from_si(Air.pressure(height), @rule["unit"])
          return if vacuum < most

          heavy = "#{Words.number(most.round(1))} #{@rule['unit']}"
          raise Invalid.new("reading/value", "#{@rule['name']}: no vacuum is deeper than the air is heavy, there " \
                                             "#{heavy}: look at the gauge, or at the height")
        end
      end
    end
  end
end
