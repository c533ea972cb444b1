# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Instruments
      # A gauge at each cylinder in turn: all low against the limit, or one against the others. The rule's cut is the
      # least pressure (in its unit), `uneven` the least share of the highest.
      class Cylinders < Calculated
        DRAWS = 600 # cheap here: a largest and a smallest

        private

        def judged(answer)
          read = input("values")
          chances = shares(read)
          Reading.new(
            value: Units.from_si(read.value.sum / read.value.size, @rule["unit"]), unit: @rule["unit"],
            uncertainty: Units.from_si(read.uncertainty, @rule["unit"]), says: answer.says, facts: facts(answer),
            chances: @rule["roles"].transform_keys(&:to_sym).to_h { |role, word| [word, chances.fetch(role, 0.0)] }
          )
        end

        # Chance of all low, one alone, even: the share of evenly spread draws of the pressures that are so.
        def shares(read)
          draws = (1..DRAWS).map do |n|
            role(read.value.each_with_index.map { |value, i| value + (read.uncertainty * Spread.normal(n, i)) })
          end
          draws.tally.transform_values { |count| count / draws.size.to_f }
        end

        def role(values)
          return :all if values.max < Units.to_si(@rule["cuts"].first, @rule["unit"])

          values.min < @rule["uneven"] * values.max ? :one : :even
        end
      end
    end
  end
end
