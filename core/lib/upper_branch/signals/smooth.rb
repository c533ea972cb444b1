# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Signals
    # Small tools for a curve at even times: its running mean, its steepest climb, its scatter.
    module Smooth
      module_function

      # Running mean over so many samples, as long as the curve. values: DFloat
      def mean(values, width)
        return values if width < 2 || values.size <= width

        sums = Numo::DFloat.zeros(1).concatenate(values.cumsum)
        middle = (sums[width..] - sums[0...-width]) / width
        left = width / 2
        Numo::DFloat.cast(([middle[0]] * left) + middle.to_a + ([middle[-1]] * (values.size - left - middle.size)))
      end

      # Slope of the straight line through values (per sample), by least squares.
      def slope(values)
        at = Numo::DFloat.new(values.size).seq - ((values.size - 1) / 2.0)
        (at * values).sum / [(at * at).sum, 1e-12].max
      end

      # What is left of values once their straight line is taken off.
      def detrended(values)
        at = Numo::DFloat.new(values.size).seq - ((values.size - 1) / 2.0)
        values - values.mean - (at * slope(values))
      end

      # Standard deviation of one reading, from how far neighbors differ (third differences leave slopes and bends out).
      def noise(values)
        return 0.0 if values.size < 5

        third = values[3..] - (values[2...-1] * 3) + (values[1...-2] * 3) - values[0...-3]
        Math.sqrt((third**2).mean / 20)
      end
    end
  end
end
