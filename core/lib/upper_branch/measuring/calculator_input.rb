# frozen_string_literal: true

module UpperBranch
  module Measuring
    # One field of a calculator: what it takes, and what was typed turned into SI. Raises Invalid at the field, saying
    # what to do.
    class CalculatorInput
      # value: SI number, array, word or nil; uncertainty: standard, in SI, of each number of a list; freedom: its
      # degrees of freedom where the list itself has told it
      Read = Struct.new(:value, :uncertainty, :freedom, keyword_init: true) do
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

      # A count scatters as its root where nothing else is said (Poisson). What may be left out and is not given is not
      # used, whatever its usual value.
      # given: nil (the usual value), a number, an array, a word, or {"value", "unit", "u"}
      def read(given)
        return choice(given) if choices
        return missing if given.nil? && optional?

        data = given.is_a?(Hash) ? given : { "value" => given || @row["default"] }
        data = data.merge("value" => @row["default"]) if data["value"].nil? && !@row["optional"]
        data["value"].nil? ? missing : measured(data)
      end

      def to_h
        shown = @row.slice(*%w[id name unit list default least most min max u help optional choices])
        shown.merge(@row["units"] ? { "choices" => choices, "units" => [] } : { "units" => units })
      end

      private

      # data: {"value", "unit", "u"}
      def measured(data)
        in_unit = data["unit"] || unit
        refuse("#{name} is given in #{units.join(' or ')}, not in #{in_unit}") unless units.include?(in_unit)
        read = list? ? list(data["value"], in_unit) : number(data["value"], in_unit)
        counted = @row["counted"] && data["u"].nil?
        told(read, counted ? Math.sqrt([read, 1].max) : unsure(data["u"], in_unit))
      end

      # Repeats of the same that scatter more than was to be expected tell their uncertainty themselves.
      def told(read, expected)
        seen = @row["repeats"] ? Uncertainty.deviation(read) : 0.0
        return Read.new(value: read, uncertainty: expected) unless seen > expected

        Read.new(value: read, uncertainty: seen, freedom: read.size - 1)
      end

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
        unless values.is_a?(Array) && values.size.between?(@row["least"], @row["most"])
          refuse("#{name}: give #{@row['least']} to #{@row['most']} numbers")
        end

        values.map { |value| number(value, in_unit) }
      end

      def number(value, in_unit)
        refuse("#{name}: #{takes}") unless value.is_a?(Numeric) && value.to_f.finite?
        si = Units.to_si(value, in_unit)
        low, high = [@row["min"], @row["max"]].map { |edge| Units.to_si(edge, unit) }
        slack = (high - low) * 1e-9
        unless si.between?(low - slack, high + slack)
          refuse("#{name}: #{value} #{in_unit} cannot be; #{takes}. Look at the number and its unit")
        end
        si
      end

      def takes
        "a number from #{@row['min']} to #{@row['max']} #{unit}"
      end

      def unsure(given, in_unit)
        unless given.nil? || (given.is_a?(Numeric) && given >= 0)
          refuse("#{name}: its uncertainty is a number of 0 or more")
        end
        given ? Units.step(given, in_unit) : Units.step(@row["u"] || 0, unit)
      end
    end
  end
end
