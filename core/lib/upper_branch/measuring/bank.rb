# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Several carburetors that must pull alike.
    module Bank
      module_function

      # Greatest difference over the mean.
      def spread(values)
        mean = values.sum / values.size.to_f
        (values.max - values.min) / Jets.positive(mean, "The mean")
      end

      # The one to move first and how far off the mean of the others it is: [index, share].
      def furthest(values)
        values.each_index.map { |i| [i, (values[i] / mean_without(values, i)) - 1] }.max_by { |_, share| share.abs }
      end

      def mean_without(values, index)
        others = values.reject.with_index { |_, i| i == index }
        others.sum / others.size.to_f
      end
    end
  end
end
