# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # The holes of one family of carburetors as they are typed in, each at a usual size until another is given.
      #
      #   sheet.curve("main_jet" => { "value" => 1.3, "unit" => "mm" })   # => Curve
      #   sheet.fit({}, [{ "by" => "vacuum", "at" => 19, "rpm" => 750, "lambda" => 1.05 }])
      #
      # Raises Invalid at the field.
      class Sheet
        attr_reader :family, :inputs, :limits

        # family: id; table: geometry.yml; fuels: rows of worktop.yml
        def initialize(family, table, fuels)
          @family = family
          @fuels = fuels
          @figures = table["figures"].transform_values { |row| row["value"] }
          @limits = table["limits"]
          @usual = table["usual"]["all"].merge(table["usual"][family])
          @rows = table["fields"].select { |row| @usual.key?(row["id"]) }
          @inputs = @rows.map { |row| CalculatorInput.new(row.merge("default" => usual(row["id"]))) }
        end

        # The field as it stands in geometry.yml, or nil.
        def row(id) = @rows.find { |row| row["id"] == id }

        # Its usual size, in its unit.
        def usual(id) = @usual[id]

        # {field => SI value}. given: {field => number, word or {"value", "unit"}}; what is left out stands at its usual
        # size.
        def values(given)
          unknown = given.keys - inputs.map(&:id)
          raise Invalid.new(unknown.first, "Such a carburetor has no #{unknown.first} here") if unknown.any?

          read = inputs.to_h { |input| [input.id.to_sym, input.read(given[input.id]).value] }
          Possible.check(read)
          read
        end

        def geometry(values) = Geometry.new(values, @figures, @fuels)
        def carburetor(values) = geometry(values).carburetor

        def curve(given) = Curve.new(self, values(given))

        # measured: readings at the tailpipe (Readings)
        def fit(given, measured) = HoleFit.new(self, values(given), Readings.read(measured, limits["reading"]))

        # Fields that may be fitted.
        def fitted = @rows.select { |row| row["fits"] }
      end
    end
  end
end
