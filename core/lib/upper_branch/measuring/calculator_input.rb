# frozen_string_literal: true

module UpperBranch
  module Measuring
    # One field of a calculator: what it takes, and what was typed turned into SI. Raises Invalid at the field, saying what to do.
    class CalculatorInput
      # value: SI number, array, word or nil; uncertainty: standard, in SI
      Read = Struct.new(:value, :uncertainty, keyword_init: true) do
        # Places of the numbers that are unsure: nil for a single one, indices of a list.
        def slots
          return [] unless uncertainty&.positive?

          value.is_a?(Array) ? value.each_index.to_a : [nil].select { value.is_a?(Numeric) }
        end
      end

      def initialize(row)
        @row = row
      end

      def id = @row["id"]
      def name = @row["name"]
      def optional? = @row["optional"] == true
      def unit = @row["unit"]
      def list? = @row["list"] == true
      def choices = @row["units"] ? Units::KINDS.values.flatten.to_h { |one| [one, one] } : @row["choices"]

      # Units this field may be entered in.
      def units
        @row["kind"] ? Units::KINDS.fetch(@row["kind"]) : []
      end

      # A count scatters as its root where nothing else is said (Poisson).
      # given: nil (the usual value), a number, an array, a word, or {"value", "unit", "u"}
      def read(given)
        return choice(given) if choices

        data = given.is_a?(Hash) ? given : { "value" => given }
        value = data["value"]
        value = @row["default"] if value.nil? && !(given.is_a?(Hash) && @row["optional"])
        return missing if value.nil?

        in_unit = data["unit"] || unit
        refuse("#{name} is given in #{units.join(' or ')}, not in #{in_unit}") unless units.include?(in_unit)
        read = list? ? list(value, in_unit) : number(value, in_unit)
        Read.new(value: read, uncertainty: @row["counted"] && data["u"].nil? ? Math.sqrt([read, 1].max) : unsure(data["u"], in_unit))
      end

      def to_h
        @row.slice("id", "name", "unit", "list", "default", "least", "most", "min", "max", "u", "help", "optional", "choices").merge("units" => units)
            .merge(@row["units"] ? { "choices" => choices, "units" => [] } : {})
      end

      private

      def refuse(message)
        raise Invalid.new(id, message)
      end

      def missing
        refuse("#{name}: #{takes}") unless @row["optional"]
        Read.new(value: nil, uncertainty: nil)
      end

      def choice(given)
        word = given || @row["default"]
        refuse("#{name} is one of: #{choices.keys.join(', ')}") unless choices.key?(word)
        Read.new(value: word, uncertainty: nil)
      end

      def list(values, in_unit)
        refuse("#{name}: give #{@row['least']} to #{@row['most']} numbers") unless values.is_a?(Array) && values.size.between?(@row["least"], @row["most"])

        values.map { |value| number(value, in_unit) }
      end

      def number(value, in_unit)
        refuse("#{name}: #{takes}") unless value.is_a?(Numeric) && value.to_f.finite?
        si = Units.to_si(value, in_unit)
        low, high = [@row["min"], @row["max"]].map { |edge| Units.to_si(edge, unit) }
        slack = (high - low) * 1e-9
        refuse("#{name}: #{value} #{in_unit} cannot be; #{takes}. Look at the number and its unit") unless si.between?(low - slack, high + slack)
        si
      end

      def takes
        "a number from #{@row['min']} to #{@row['max']} #{unit}"
      end

      def unsure(given, in_unit)
        refuse("#{name}: its uncertainty is a number of 0 or more") unless given.nil? || (given.is_a?(Numeric) && given >= 0)
        given ? Units.step(given, in_unit) : Units.step(@row["u"] || 0, unit)
      end
    end
  end
end
