# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Crank angle and the damper's rim.
    module SparkTiming
      module_function

      # Degrees of crank for each m of rim.
      def degrees_a_meter(diameter)
        360 / (Math::PI * Jets.positive(diameter, "A diameter"))
      end

      # What the vacuum unit adds: total read with the hose on, less initial and mechanical.
      def vacuum_advance(total, initial, mechanical)
        total - initial - mechanical
      end
    end
  end
end
