# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Flow compared by timing the same volume: flow goes with 1/t, so the change is t0/t1 - 1.
    #
    #   FlowTiming.change(7.4, 6.7)     # => 0.1045: flow is up 10.4 %
    #   FlowTiming.shortcut(7.4, 6.7)   # => 0.0946: what shops often write; it understates an increase
    module FlowTiming
      CONFIDENCE = 1.96 # two-sided 95 % of a normal
      POWER = 0.84 # seen in four of five tries

      module_function

      # Times in s for the same volume, before and after.
      def change(before, after)
        (Jets.positive(before, "A time") / Jets.positive(after, "A time")) - 1
      end

      # (t0 - t1) / t0: the change of time, not of flow.
      def shortcut(before, after)
        (before - after) / Jets.positive(before, "A time")
      end

      # The time that a wanted change of flow gives.
      def time_for(before, change)
        before / (1 + change)
      end

      # How many timings of each are needed to tell a change (0.03 = 3 %) from none: two means of n, each timing
      # scattered by `scatter` seconds, 95 % sure and seen in four of five tries: n = 2 ((z_a + z_b) s / (t c))^2.
      def repeats(time, scatter, change)
        [(2 * (((CONFIDENCE + POWER) * scatter / (time * change))**2)).ceil, 1].max
      end

      # The shim (or any setting) that gives a wanted change of flow, from trials: [[setting, change], ...] sorted by
      # change. Straight between neighbors, never beyond the trials. Float; raises Invalid when it lies outside.
      def setting_for(points, wanted)
        pair = stretch(points, wanted) or raise Invalid.new("wanted", beyond(points, wanted))
        (low, from), (high, to) = pair
        from + ((to - from) * (wanted - low) / (high - low))
      end

      # The two trials a change lies between: [[change, setting], [change, setting]], or nil.
      def stretch(points, wanted)
        points.each_cons(2).find { |low, high| wanted.between?(low.first, high.first) && high.first > low.first }
      end

      # Does the flow change here more than twice as fast with the setting as over all the trials?
      def steep?(points, wanted)
        slope = lambda do |pair|
          (low, from), (high, to) = pair
          (high - low) / [(to - from).abs, 1e-9].max
        end
        slope.call(stretch(points, wanted)) > 2 * slope.call([points.first, points.last])
      end

      def beyond(points, wanted)
        reach = points.map { |change,| signed(change) }.values_at(0, -1).join(" to ")
        "The trials reach from #{reach}; #{signed(wanted)} lies outside. " \
          "Time one more setting beyond it: nothing is guessed past the trials"
      end

      # "+4.0 %"
      def signed(share) = format("%+.1f %%", share * 100)
    end
  end
end
