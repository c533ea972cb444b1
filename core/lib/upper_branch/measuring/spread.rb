# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Evenly spread numbers in place of chance: the same question gets the same answer. The n-th point is n times the
    # root of a prime, its whole part dropped; one prime a dimension (Richtmyer 1951, after Weyl).
    module Spread
      PRIMES = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53, 59, 61, 67, 71, 73, 79, 83, 89, 97, 101,
                103, 107, 109, 113, 127, 131].freeze
      ROOTS = PRIMES.map { |prime| Math.sqrt(prime) }.freeze

      # The n-th of a sequence in [0, 1), for a dimension.
      def self.uniform(n, dimension) = (n * ROOTS.fetch(dimension % ROOTS.size)) % 1.0

      # The same, normally distributed.
      def self.normal(n, dimension)
        @normal ||= {}
        @normal[[n, dimension]] ||= quantile(uniform(n, dimension))
      end

      # The middle of the n-th of so many equal shares of a normal.
      def self.quantile_at(n, of)
        @middle ||= {}
        @middle[[n, of]] ||= quantile((n - 0.5) / of)
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
