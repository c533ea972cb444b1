# frozen_string_literal: true

require "date"

module UpperBranchServer
  # The day a plan is due again.
  #
  #   Due.on({ due_months: 12, outcome: { as: "sound" } }, "2026-11-27T10:00:00Z")   # => "2027-11-27"
  module Due
    module_function

    # told: of Views::Report or Views::Visit; last: time of the last entry. nil where the plan is not over, or not due
    # by time
    def on(told, last)
      return if told[:due_months].nil? || told[:outcome][:as] == "open"

      Date.parse(last).next_month(told[:due_months]).iso8601
    end
  end
end
