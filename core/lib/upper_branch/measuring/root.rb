# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Where a steady function of one number crosses zero.
    #
    #   Root.between(0.0, 2.0) { |x| (x * x) - 2 }   # => 1.4142...
    module Root
      ROUNDS = 60

      module_function

      # Between two ends on whose sides of zero the function lies; the end nearer to zero where it does not cross.
      # within: how near, as a share of the stretch. False position, the end that stays halved in weight each time
      # (Illinois), so that it closes in from both sides and cannot leave the stretch.
      def between(low, high, within: 1e-6)
        at_low = yield(low)
        at_high = yield(high)
        return at_low.abs < at_high.abs ? low : high unless (at_low * at_high).negative?

        near = (high - low).abs * within
        last = low
        ROUNDS.times do
          middle = ((at_high * low) - (at_low * high)) / (at_high - at_low)
          at_middle = yield(middle)
          return middle if (middle - last).abs < near || at_middle.zero?

          if (at_middle * at_high).negative?
            low = high
            at_low = at_high
          else
            at_low /= 2
          end
          high = middle
          at_high = at_middle
          last = middle
        end
        last
      end
    end
  end
end
