# frozen_string_literal: true

module UpperBranch
  module Measuring
    # A measured value and how surely it is known: what scatters from try to try (with few tries, as Student's t) and
    # what is off by the same every time (resolution, the instrument's class) and does not average out.
    #
    #   Estimate.new(6.85, 0.05, freedom: 1, systematic: 0.029).shares([7])   # => [0.894, 0.106]
    #
    # value, scatter, systematic: in the same unit, the two as standard uncertainties (JCGM 100:2008, 3.3.5); freedom:
    # degrees of freedom of the scatter, nil where it is known from much experience.
    class Estimate
      STEPS = 64 # points that the systematic part is averaged over

      attr_reader :value, :freedom

      def initialize(value, scatter, freedom: nil, systematic: 0.0)
        @value = value
        @scatter = scatter
        @freedom = freedom
        @systematic = systematic
      end

      # Combined standard uncertainty; nil where nobody knows it.
      def uncertainty = @scatter && Math.hypot(@scatter, @systematic)

      # Chance of each of n + 1 stretches between n rising cuts (JCGM 106:2012, 7.2). What is unknown is never certain:
      # then each is as likely as the others.
      def shares(cuts)
        return Array.new(cuts.size + 1, 1.0 / (cuts.size + 1)) if uncertainty.nil?

        [0.0, *cuts.map { |cut| below(cut) }, 1.0].each_cons(2).map { |low, high| [high - low, 0.0].max }
      end

      # Chance that the true value lies below.
      def below(cut)
        return value <= cut ? 1.0 : 0.0 if uncertainty.zero?
        return Uncertainty.normal_cdf((cut - value) / uncertainty) if @freedom.nil? || @scatter.zero?
        return Student.cdf((cut - value) / @scatter, @freedom) if @systematic.zero?

        shifts.sum { |shift| Student.cdf((cut - value - (@systematic * shift)) / @scatter, @freedom) } / STEPS
      end

      private

      # The middles of equal shares of a normal.
      def shifts = (1..STEPS).map { |n| Spread.quantile_at(n, STEPS) }
    end
  end
end
