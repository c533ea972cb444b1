# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Where a fuel line is tight, from timed flows at point after point under the same head. Each flow is an equivalent
    # hole; what a stretch adds follows from 1/A_seg^2 = 1/A_i^2 - 1/A_(i-1)^2 (losses in a row add as squares).
    #
    #   Restriction.new([12e-6, 11e-6, 4e-6], [0.4e-6] * 3, 0.3).tightest_chances   # => [0, 0, 1]
    class Restriction
      # area: equivalent hole of this stretch alone, m2 (nil: no loss to be seen); share: its part of the whole loss.
      Stretch = Struct.new(:area, :share, keyword_init: true)

      SAMPLES = 200

      # flows: m3/s at each point in the order of flow; uncertainties: standard, m3/s; head: m of fuel; coefficient: of
      # the holes they are likened to
      def initialize(flows, uncertainties, head, coefficient = 1.0)
        raise Invalid.new("flows", "Time the flow at two points or more") if flows.size < 2

        @flows = flows
        @uncertainties = uncertainties
        @speed = coefficient * Math.sqrt(2 * Jets::GRAVITY * head)
      end

      # One Stretch per point, the first being everything up to the first point.
      def stretches
        losses = losses_of(@flows)
        total = losses.sum { |loss| [loss, 0.0].max }
        losses.map do |loss|
          Stretch.new(
            area: loss.positive? ? 1 / Math.sqrt(loss) : nil,
            share: total.zero? ? 0.0 : [loss, 0.0].max / total
          )
        end
      end

      # Chance that each stretch is the tightest: share of evenly spread draws of the flows in which it is (the same
      # every time).
      def tightest_chances
        counts = Array.new(@flows.size, 0)
        (1..SAMPLES).each do |n|
          drawn = @flows.each_index.map { |i| [@flows[i] + (@uncertainties[i] * Spread.normal(n, i)), 1e-12].max }
          losses = losses_of(drawn)
          counts[losses.each_index.max_by { |i| losses[i] }] += 1
        end
        counts.map { |count| count / SAMPLES.to_f }
      end

      private

      # 1/A^2 that each stretch adds.
      def losses_of(flows)
        whole = flows.map { |flow| (@speed / [flow, 1e-12].max)**2 }
        [whole.first, *whole.each_cons(2).map { |before, after| after - before }]
      end
    end
  end
end
