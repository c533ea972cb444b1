# frozen_string_literal: true

module UpperBranch
  module Views
    # What the worktop answers and what a reading says, as plain data.
    module Answer
      module_function

      def calculator(calculator)
        row = calculator.row
        {
          id: row["id"],
          name: row["name"],
          group: row["group"],
          question: row["question"],
          check: row["check"],
          caution: row["caution"],
          assumes: row["assumes"],
          source: row["source"],
          inputs:
            calculator.inputs.map do |input|
              { list: false, optional: false }.merge(input.to_h.transform_keys(&:to_sym))
            end
        }
      end

      def answer(answer)
        outputs = answer.outputs.map { |output| output.to_h.except(:draws, :freedom) }
        { outputs: outputs, says: answer.says, curve: curve(answer.curve) }
      end

      # clear: the chance above which a word is settled
      def reading(reading, check, clear)
        {
          value: reading.value,
          unit: reading.unit,
          uncertainty: reading.uncertainty,
          word: reading.word,
          too_close: reading.too_close?(clear),
          says: reading.says,
          facts: reading.facts,
          curve: curve(reading.curve),
          chances:
            reading.chances.map { |word, chance| { id: word, name: check.outcomes[word], chance: chance.round(6) } }
        }
      end

      def curve(curve)
        curve && { x: curve.x, y: curve.y, series: curve.series, marks: curve.marks }
      end
    end
  end
end
