# frozen_string_literal: true

module UpperBranch
  module Measuring
    # A number read at a check and what it says: not yes or no, but the chance of each word.
    #
    #   reading = Reading.judge(check.reading, {"value" => 8.5, "unit" => "psi"})
    #   reading.chances   # => {"low" => 0.0, "in-range" => 0.0, "high" => 1.0}
    #
    # The true value is taken as normal about the reading, with a standard uncertainty from the resolution d of the
    # instrument, d / sqrt(12) (rectangular, JCGM 100:2008 type B, 4.3.7), and the repeatability, added in quadrature;
    # the chance of each word is the share of that normal inside its limits (JCGM 106:2012, 7.2).
    class Reading
      attr_reader :value, :unit, :uncertainty, :chances

      # rule: the check's reading table; data: {"value", "unit", "resolution" (optional)}. Raises Invalid.
      def self.judge(rule, data)
        new(rule, *checked(rule, data))
      end

      def self.checked(rule, data)
        value = data["value"]
        unit = data["unit"] || rule["unit"]
        raise Invalid.new("reading/value", "#{rule['name']}: a number is needed, in #{rule['units'].join(' or ')}") unless value.is_a?(Numeric) && value.to_f.finite?
        raise Invalid.new("reading/unit", "#{rule['name']} is read in #{rule['units'].join(' or ')}, not in #{unit}") unless rule["units"].include?(unit)

        converted = Units.convert(value, unit, rule["unit"])
        low, high = rule["physical"]
        unless converted.between?(low, high)
          raise Invalid.new("reading/value", "#{rule['name']}: #{value} #{unit} cannot be; it lies between #{low} and #{high} #{rule['unit']}. Read again, or choose another unit")
        end

        [converted, unit, resolution(rule, data, unit)]
      end
      private_class_method :checked

      def self.resolution(rule, data, unit)
        given = data["resolution"] or return rule["resolution"]
        raise Invalid.new("reading/resolution", "The instrument's resolution must be a number above 0") unless given.is_a?(Numeric) && given.positive?

        Units.convert(given, unit, rule["unit"])
      end
      private_class_method :resolution

      # value and resolution in the rule's own unit
      def initialize(rule, value, unit, resolution)
        @value = value
        @unit = unit
        @uncertainty = Math.sqrt(((resolution**2) / 12.0) + (rule["repeatability"]**2))
        @chances = rule["words"].zip(shares(rule["cuts"])).to_h
      end

      # The word with the most chance.
      def word
        chances.max_by { |_, chance| chance }.first
      end

      # True when no word is clear enough: measure again.
      def too_close?(clear)
        chances.values.max < clear
      end

      private

      def shares(cuts)
        below = [0.0, *cuts.map { |cut| normal_cdf((cut - value) / uncertainty) }, 1.0]
        below.each_cons(2).map { |low, high| [high - low, 0.0].max }
      end

      # Standard normal distribution function, by the error function of C.
      def normal_cdf(z)
        0.5 * (1 + Math.erf(z / Math.sqrt(2)))
      end
    end
  end
end
