# frozen_string_literal: true

module UpperBranch
  module Views
    # The question of a gate as plain data: what is asked and why, whether it is asked again after a repair, and what
    # raised it.
    module GateQuestion
      # gates: Workshop::Gates of the job; row: of rules.yml
      def self.of(gates, row)
        { id: row["id"], ask: gates.question(row), why: row["why"], again: gates.again?(row),
          raised: { symptom: nil, check: nil }.merge(gates.raised(row)) }
      end
    end
  end
end
