# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Instruments
      # A gauge at each cylinder in turn: all low against the limit, or one against the others. The rule's cut is the
      # least pressure (in its unit), `uneven` the least share of the highest.
      class Cylinders < Calculated
        private

        def judged(answer)
          values = input("values").value
          noise = input("values").uncertainty
          all = Uncertainty.normal_cdf((Units.to_si(@rule["cuts"].first, @rule["unit"]) - values.max) / noise)
          one = (1 - all) * alone(values, noise)
          Reading.new(
            value: Units.from_si(values.sum / values.size, @rule["unit"]), unit: @rule["unit"],
            uncertainty: Units.from_si(noise, @rule["unit"]), says: answer.says, facts: facts(answer),
            chances: @rule["roles"].values_at("all", "one", "even").zip([all, one, 1 - all - one]).to_h
          )
        end

        # Chance that the lowest stands further below the highest than cylinders do.
        def alone(values, noise)
          return 0.0 if values.one?

          limit = @rule["uneven"] * values.max
          Uncertainty.normal_cdf((limit - values.min) / (noise * Math.sqrt(1 + (@rule["uneven"]**2))))
        end
      end
    end
  end
end
