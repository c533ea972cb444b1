# frozen_string_literal: true

module UpperBranch
  module Measuring
    # The passage from bowl to jet against the jet it feeds. m, m2, m3, m3/s.
    #
    #   Passage.loss(2.0)   # => 0.106: with twice the jet's area it passes 10.6 % less than the jet alone
    module Passage
      module_function

      # Passage area over the area of all jets it feeds.
      def ratio(passage, jets)
        Jets.area(passage) / jets.sum { |jet| Jets.area(jet) }
      end

      # Steady loss of flow through two holes in a row against the second alone: 1 - 1/sqrt(1 + 1/r^2).
      def loss(ratio)
        1 - (1 / Math.sqrt(1 + (1 / (ratio**2))))
      end

      # What an open well can be refilled with once its level has fallen by the head.
      def refill(passage, head, coefficient)
        Jets.outflow(Jets.area(passage), head, coefficient)
      end

      # Seconds until the well is empty when the jet draws more than can come in; nil when it keeps up. What comes in
      # grows with the root of how far the level has fallen: the integral of dx / (a - sqrt x) from full to empty, a
      # being the demand over what comes into the empty well (refill).
      def delay(well, demand, refill)
        return unless demand > refill

        a = demand / refill
        2 * well / refill * (-1 - (a * Math.log((a - 1) / a)))
      end
    end
  end
end
