# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Instruments
      # A reading that a calculator of the worktop makes from what was taken down: times, drops, diameters.
      # data: {"inputs" => {...}} as the calculator takes them.
      class Calculated
        def initialize(rule, data, worktop)
          @rule = rule
          @inputs = data["inputs"]
          @calculator = worktop.calculator(rule["calculator"])
        end

        def reading
          unless @inputs.is_a?(Hash) && @inputs.any?
            raise Invalid.new("reading/inputs", "#{@rule['name']}: take down #{asked}")
          end

          judged(answer)
        end

        private

        def asked
          @calculator
            .inputs
            .select { |input| @rule["ask"].include?(input.id) }
            .map { |input| input.name.downcase }
            .join(", ")
        end

        def answer
          missing = @rule["ask"] - @inputs.keys - @calculator.inputs.select(&:optional?).map(&:id)
          raise Invalid.new("reading/inputs/#{missing.first}", "#{@rule['name']}: take down #{asked}") if missing.any?

          @calculator.run(@inputs, @rule["output"] ? { @rule["output"] => @rule["unit"] } : {})
        rescue Invalid => e
          raise e if e.field.to_s.start_with?("reading/")

          raise Invalid.new("reading/inputs/#{e.field}", e.message)
        end

        def judged(answer)
          output = answer.outputs.find { |one| one.id == @rule["output"] }
          if output.value.nil?
            raise Invalid.new("reading/inputs", "#{@rule['name']}: nothing comes out of these numbers")
          end

          Reading.new(
            value: output.value,
            unit: output.unit,
            uncertainty: output.uncertainty,
            says: answer.says,
            facts: facts(answer),
            curve: answer.curve,
            chances: @rule["words"].zip(output.shares(@rule["cuts"])).to_h
          )
        end

        def facts(answer)
          answer
            .outputs
            .select(&:value)
            .map { |one| { name: one.name, value: one.value.round(one.digits + 1), unit: one.unit } }
        end

        # An input in SI, as the calculator read it.
        def input(id)
          @calculator.inputs.find { |one| one.id == id }.read(@inputs[id])
        end
      end
    end
  end
end
