# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Evenly spread numbers in place of chance: the same question gets the same answer (Halton, Numerische Mathematik 2,
    # 1960).
    module Spread
      PRIMES = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29].freeze

      # The n-th of a sequence in (0, 1), for a dimension.
      def self.uniform(n, dimension)
        base = PRIMES.fetch(dimension % PRIMES.size)
        fraction = 1.0
        value = 0.0
        while n.positive?
          fraction /= base
          value += fraction * (n % base)
          n /= base
        end
        value
      end

      # The same, normally distributed.
      def self.normal(n, dimension)
        @normal ||= {}
        @normal[[n, dimension]] ||= quantile(uniform(n, dimension))
      end

      # By bisection: slower than Newton's steps, but sure in the tails.
      def self.quantile(share)
        low = -8.0
        high = 8.0
        48.times do
          middle = (low + high) / 2
          Uncertainty.normal_cdf(middle) < share ? low = middle : high = middle
        end
        (low + high) / 2
      end
    end
  end
end
