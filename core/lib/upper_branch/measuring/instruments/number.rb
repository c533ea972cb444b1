# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Instruments
      # One number, or repeats of it: gauge, vernier, tachometer, turn counter, stopwatch. Uncertainty: resolution d as
      # d / sqrt(12) (JCGM 100:2008, 4.3.7) and the repeatability in quadrature; repeats by their mean.
      class Number
        def initialize(rule, data, _worktop)
          @rule = rule
          @data = data
        end

        def reading
          values = numbers.map { |value| checked(value) }
          mean, uncertainty = Uncertainty.mean(values, resolution, @rule["repeatability"])
          mean, says = corrected(mean)
          shares = @rule["cuts"] ? Uncertainty.shares(mean, uncertainty, @rule["cuts"]) : []
          Reading.new(
            value: mean,
            unit: @rule["unit"],
            uncertainty: uncertainty,
            chances: @rule["words"].zip(shares).to_h.compact,
            says: says
          )
        end

        private

        def numbers
          list = @data["repeats"] || [@data["value"]]
          unless list.is_a?(Array) && list.any? && list.all? { |value| value.is_a?(Numeric) && value.to_f.finite? }
            refuse("value", "a number is needed, in #{@rule['units'].join(' or ')}")
          end

          list
        end

        def unit
          given = @data["unit"] || @rule["unit"]
          unless @rule["units"].include?(given)
            raise Invalid.new(
              "reading/unit",
              "#{@rule['name']} is read in #{@rule['units'].join(' or ')}, not in #{given}"
            )
          end

          given
        end

        def checked(value)
          converted = Units.convert(value, unit, @rule["unit"])
          low, high = @rule["physical"]
          unless converted.between?(low, high)
            bounds = "it lies between #{low} and #{high} #{@rule['unit']}"
            refuse("value", "#{value} #{unit} cannot be; #{bounds}. Read again, or choose another unit")
          end
          converted
        end

        def resolution
          given = @data["resolution"] or return @rule["resolution"]
          unless given.is_a?(Numeric) && given.positive?
            raise Invalid.new("reading/resolution", "The instrument's resolution must be a number above 0")
          end

          Units.step(given, unit) / Units.step(1, @rule["unit"])
        end

        # A vacuum read on a mountain, as it would stand at the sea.
        def corrected(mean)
          height = @data["altitude"]
          return [mean, []] unless height && @rule["altitude"]
          unless height.is_a?(Numeric) && height.between?(-400, 5000)
            raise Invalid.new("reading/altitude", "The altitude lies between -400 and 5000 m")
          end

          sea = Units.from_si(Air.vacuum_at_sea(Units.to_si(mean, @rule["unit"]), height), @rule["unit"])
          here = "#{Words.number(mean)} #{@rule['unit']} at #{height.round} m"
          [sea, ["#{here} is #{Words.number(sea.round(1))} as at the sea."]]
        end

        def refuse(field, message)
          raise Invalid.new("reading/#{field}", "#{@rule['name']}: #{message}")
        end
      end
    end
  end
end
