# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Instruments
      # One number, or repeats of it: gauge, vernier, tachometer, turn counter, stopwatch. data: {"value" or "repeats",
      # "unit", "resolution", "accuracy", "altitude"}; resolution and accuracy class of the instrument at hand in the
      # unit, where they are not the usual ones.
      class Number
        include AtHeight

        def initialize(rule, data, _worktop)
          @rule = rule
          @data = data
        end

        def reading
          values = numbers.map { |value| checked(value) }
          lift, says = lifted(values.sum / values.size)
          read = Uncertainty.mean(values.map { |value| value + lift }, resolution, @rule["repeatability"], accuracy)
          shares = @rule["cuts"] ? read.shares(@rule["cuts"]) : []
          Reading.new(
            value: read.value,
            unit: @rule["unit"],
            uncertainty: read.uncertainty,
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

        def resolution = of_instrument("resolution")
        def accuracy = of_instrument("accuracy") || 0.0

        # What the instrument at hand is said to be, in the rule's unit, or what such instruments usually are.
        def of_instrument(field)
          given = @data[field] or return @rule[field]
          unless given.is_a?(Numeric) && given.to_f.finite? && given.positive?
            raise Invalid.new("reading/#{field}", "The instrument's #{field} must be a number above 0")
          end

          Units.step(given, unit) / Units.step(1, @rule["unit"])
        end

        def refuse(field, message)
          raise Invalid.new("reading/#{field}", "#{@rule['name']}: #{message}")
        end
      end
    end
  end
end
