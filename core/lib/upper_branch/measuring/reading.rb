# frozen_string_literal: true

module UpperBranch
  module Measuring
    # What was measured at a check and what it says: not yes or no, but the chance of each of the check's words.
    #
    #   reading = Reading.judge(rule, {"value" => 8.2, "unit" => "psi"})
    #   reading.chances   # => {"low" => 0.0, "in-range" => 0.0, "high" => 1.0}
    #
    # The instrument named by the rule turns what was taken down into a value with its standard uncertainty; the chance
    # of each word is the share of a normal inside its limits (JCGM 106:2012, 7.2), or what the instrument's own
    # judgement says.
    class Reading
      INSTRUMENTS = {
        "number" => Instruments::Number,
        "calculator" => Instruments::Calculated,
        "sweep" => Instruments::Sweep,
        "pattern" => Instruments::Pattern,
        "shot" => Instruments::Shot,
        "cylinders" => Instruments::Cylinders,
        "segments" => Instruments::Segments
      }.freeze

      # value, uncertainty: in `unit`, nil where the instrument gives no single number; says: sentences; facts: [{name,
      # value, unit}]; curve: Calculator::Curve or nil
      attr_reader :value, :unit, :uncertainty, :chances, :says, :facts, :curve

      # rule: the check's reading table with the limits that hold for this machine; data: {"value", "unit",
      # "resolution", "repeats", "altitude", "inputs"} by instrument; worktop: Worktop, for instruments that reckon.
      # Raises Invalid.
      def self.judge(rule, data, worktop = nil)
        INSTRUMENTS.fetch(rule["by"] || "number").new(rule, data, worktop).reading.among(rule["fitted"])
      end

      def initialize(chances:, value: nil, unit: nil, uncertainty: nil, says: [], facts: [], curve: nil)
        @value = value
        @unit = unit
        @uncertainty = uncertainty
        @chances = chances
        @says = says
        @facts = facts
        @curve = curve
      end

      # The same, with the chance of words that cannot be on this machine shared among the others. words: those that
      # can, nil for all.
      def among(words)
        return self if words.nil? || (chances.keys - words).empty?

        kept = chances.slice(*words)
        total = kept.values.sum
        if total < 1e-6
          raise Invalid.new(
            "reading",
            "This says #{word}, which cannot be on this machine as it is fitted: " \
            "look at its features, or answer in a word"
          )
        end

        Reading.new(
          value: value,
          unit: unit,
          uncertainty: uncertainty,
          says: says,
          facts: facts,
          curve: curve,
          chances: kept.transform_values { |chance| chance / total }
        )
      end

      # The word with the most chance; nil where no limit is known to judge it by.
      def word
        chances.max_by { |_, chance| chance }&.first
      end

      # True when no word is clear enough: measure again.
      def too_close?(clear)
        chances.any? && chances.values.max < clear
      end
    end
  end
end
