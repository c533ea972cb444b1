# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Instruments
      # A vacuum gauge: one steady reading, or a record of how the needle moves.
      # data: {"value", "unit"} or {"inputs" => {"values" => [...], "interval" => s}, "altitude"}; strokes and cylinders
      # are the machine's where the rule knows them.
      class Pattern
        include AtHeight

        def initialize(rule, data, worktop)
          @rule = rule
          @data = data
          @worktop = worktop
        end

        def reading
          return Number.new(@rule, @data, @worktop).reading unless @data["inputs"]

          recorded(@worktop.calculator(@rule["calculator"]).run(inputs))
        rescue Invalid => e
          raise if e.field.to_s.start_with?("reading/", "series/")

          raise Invalid.new("reading/inputs/#{e.field}", e.message)
        end

        private

        def inputs = @rule.slice("strokes", "cylinders").compact.merge(@data["inputs"])

        def recorded(answer)
          outputs = answer.outputs.to_h { |one| [one.id, one.value] }
          lift, says = lifted(outputs["mean"])
          Reading.new(value: outputs["mean"] + lift, unit: @rule["unit"], uncertainty: outputs["spread"],
                      chances: chances(outputs, lift), says: answer.says + says, curve: answer.curve,
                      facts: facts(answer.outputs.reject { |one| one.id.end_with?("share") }))
        end

        def facts(outputs)
          outputs.select(&:value).map do |one|
            { name: one.name, value: one.value.round(one.digits + 1), unit: one.unit }
          end
        end

        # What does not move is judged by its mean.
        def chances(outputs, lift)
          roles = @rule["roles"]
          moves = roles.to_h { |role, word| [word, outputs["#{role}_share"] / 100] }
          still = outputs["still_share"] / 100
          mean = Estimate.new(outputs["mean"] + lift, @rule["repeatability"]).shares(@rule["cuts"])
          (@rule["words"] - roles.values).zip(mean).to_h.transform_values { |share| share * still }.merge(moves)
        end
      end
    end
  end
end
