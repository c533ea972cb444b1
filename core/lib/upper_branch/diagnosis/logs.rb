# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # Logarithms and quotients of chances that stay finite: what the tables hold impossible, and somebody has seen all
    # the same, becomes very improbable (log -690) instead of -Infinity or NaN.
    module Logs
      LEAST = 1e-300

      module_function

      # chance: Float or DFloat, 0 to 1. Returns its natural logarithm.
      def of(chance) = chance.is_a?(Numeric) ? Math.log(at_least(chance)) : Numo::NMath.log(at_least(chance))

      # The same, no smaller than LEAST, to divide by.
      def at_least(chance) = chance.is_a?(Numeric) ? [chance, LEAST].max : Numo::DFloat.maximum(chance, LEAST)
    end
  end
end
