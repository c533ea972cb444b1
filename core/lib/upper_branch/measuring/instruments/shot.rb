# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Instruments
      # The pump's shot caught in a measure, one side or two. The rule's cut is the least volume of a stroke (mL).
      class Shot < Calculated
        private

        def judged(answer)
          stroke = answer.outputs.find { |one| one.id == "stroke" }
          uneven = odds_of_uneven(answer.outputs.find { |one| one.id == "imbalance" })
          low, enough = stroke.shares(@rule["cuts"])
          Reading.new(
            value: stroke.value,
            unit: stroke.unit,
            uncertainty: stroke.uncertainty,
            says: answer.says,
            facts: facts(answer),
            chances:
              @rule["roles"]
                .values_at("low", "enough", "uneven")
                .zip([low * (1 - uneven), enough * (1 - uneven), uneven])
                .to_h
          )
        end

        def odds_of_uneven(imbalance)
          imbalance&.value ? imbalance.shares([@rule["uneven"]]).last : 0.0
        end
      end
    end
  end
end
