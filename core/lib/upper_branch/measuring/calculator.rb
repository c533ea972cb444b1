# frozen_string_literal: true

module UpperBranch
  module Measuring
    # One question of the worktop: takes what was typed, with units, and gives answers with their uncertainty, what they
    # mean in words, and a curve where a picture helps.
    #
    # A formula is a method of (v, k): v the inputs in SI by name (numbers, arrays for lists, words for choices, nil
    # where left out), k the row's limits, the shared tables and `unsure`, the standard uncertainty of each input. It
    # returns {output id => SI value or nil, says: [sentences], curve: Curve}; what is dear to reckon and has no
    # uncertainty of its own may come as a proc, [value, unit] where the unit is the answer's own.
    class Calculator
      # uncertainty: standard, in the unit, nil where it is not known; freedom: its degrees of freedom where few repeats
      # told it; draws: the answer for evenly spread inputs, where it has a kink
      Output = Struct.new(:id, :name, :value, :unit, :units, :uncertainty, :freedom, :draws, :digits,
                          keyword_init: true) do
        # Chance of each of n + 1 stretches between n rising cuts.
        def shares(cuts)
          return Estimate.new(value, uncertainty, freedom: freedom).shares(cuts) unless draws

          below = cuts.map { |cut| draws.count { |one| one <= cut } / draws.size.to_f }
          [0.0, *below, 1.0].each_cons(2).map { |low, high| high - low }
        end
      end
      Answer = Struct.new(:outputs, :says, :curve, keyword_init: true)
      # x, y axes: {name, unit}; series: [{name, points: [[x, y]]}]; marks: [{name, x, y}]
      Curve = Struct.new(:x, :y, :series, :marks, keyword_init: true)

      POINTS = 61

      attr_reader :row, :inputs, :limits

      def initialize(row, formula, shared)
        @row = row
        @formula = formula
        @limits = (row["limits"] || {}).transform_keys(&:to_sym)
        @known = shared.merge(@limits)
        @inputs = row["inputs"].map { |input| CalculatorInput.new(input) }
      end

      def id = @row["id"]

      # given: {"before" => 135} or {"before" => {"value" => 1.35, "unit" => "mm", "u" => 0.01}}; what is left out
      # stands at its usual value. units: {output id => unit} to answer in. Raises Invalid naming the field.
      def run(given = {}, units = {})
        read = read_all(given)
        values = read.transform_values(&:value)
        unsure = read.transform_values { |input| input.uncertainty || 0.0 }
        result = compute(values, unsure)
        moved = Propagation.new(read) { |inputs| quietly { compute(inputs, unsure) } }
        Answer.new(
          outputs: row["outputs"].map { |output| answer(output, result, moved, units) },
          says: (result[:says] || []).compact,
          curve: curve(values, result)
        )
      end

      private

      # {input => CalculatorInput::Read}
      def read_all(given)
        unknown = given.keys - inputs.map(&:id)
        raise Invalid.new(unknown.first, "#{row['name']} asks for no #{unknown.first}") if unknown.any?

        inputs.to_h { |input| [input.id.to_sym, input.read(given[input.id])] }
      end

      def compute(values, unsure = Hash.new(0.0))
        @formula.call(values, @known.merge(unsure: unsure))
      rescue ZeroDivisionError, FloatDomainError, Math::DomainError
        raise Invalid.new(inputs.first.id, "These numbers cannot belong together: look them over")
      end

      def answer(output, result, moved, units)
        value, own = result[output["id"].to_sym]
        value = value.call if value.respond_to?(:call)
        unit = own || chosen_unit(output, units)
        Output.new(
          id: output["id"],
          name: output["name"],
          value: finite(own ? value : shown(value, output, unit)),
          unit: unit,
          units: Units::KINDS.fetch(output["kind"], [unit]),
          digits: output["digits"],
          **(value && !own && !output["plain"] ? known(output, moved, unit) : {})
        )
      end

      # How surely it is known: {uncertainty:, freedom:, draws:}
      def known(output, moved, unit)
        id = output["id"].to_sym
        scale = Units.scale(unit).first
        return moved.linear(id).then { |u, freedom| { uncertainty: u && (u / scale), freedom: freedom } } unless
          output["kinked"]

        draws = moved.draws(id).map { |one| shown(one, output, unit) }
        { uncertainty: Uncertainty.deviation(draws), draws: draws }
      end

      # In its unit; a difference (a scatter, a dip) without the zero point of the scale.
      def shown(value, output, unit)
        return if value.nil?

        output["step"] ? value / Units.scale(unit).first : Units.from_si(value, unit)
      end

      def finite(number)
        number.is_a?(Numeric) && number.to_f.finite? ? number : nil
      end

      def chosen_unit(output, units)
        wanted = units[output["id"]] or return output["unit"]
        unless Units::KINDS.fetch(output["kind"], []).include?(wanted)
          raise Invalid.new(
            "units/#{output['id']}",
            "#{output['name']} is given in #{Units::KINDS.fetch(output['kind']).join(' or ')}"
          )
        end

        wanted
      end

      def curve(values, result)
        return result[:curve] unless row["plot"]

        plot = row["plot"]
        input = inputs.find { |one| one.id == plot["x"] }
        x = spaced(plot["from"], plot["to"])
        rows = x.map { |value| quietly { compute(values.merge(input.id.to_sym => Units.to_si(value, input.unit))) } }
        Curve.new(
          x: { name: input.name, unit: input.unit },
          y: axis(plot),
          series: plot["y"].map { |id| series(id, x, rows) },
          marks: mark(plot, input, values, result)
        )
      end

      # Points of the curve, evenly over the axis.
      def spaced(from, to) = (0...POINTS).map { |i| from + ((to - from) * i / (POINTS - 1.0)) }

      def axis(plot)
        output = output_row(plot["y"].first)
        { name: plot["name"], unit: output["unit"] }
      end

      def series(id, x, rows)
        output = output_row(id)
        points =
          x
            .zip(rows)
            .filter_map { |at, row| row && row[id.to_sym]&.then { |value| [at, Units.from_si(value, output["unit"])] } }
        { name: output["name"], points: points }
      end

      # Where one stands now.
      def mark(plot, input, values, result)
        here = Units.from_si(values[input.id.to_sym], input.unit)
        plot["y"].filter_map do |id|
          output = output_row(id)
          result[id.to_sym]&.then { |value| { name: output["name"], x: here, y: Units.from_si(value, output["unit"]) } }
        end
      end

      def output_row(id)
        row["outputs"].find { |output| output["id"] == id }
      end

      def quietly
        yield
      rescue Invalid
        nil
      end
    end
  end
end
