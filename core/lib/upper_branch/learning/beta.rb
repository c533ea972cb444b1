# frozen_string_literal: true

module UpperBranch
  module Learning
    # What is believed of a share after some of it was seen: a beta distribution about a base, which is worth so many
    # observations (the conjugate prior of a binomial share; Gelman et al., Bayesian Data Analysis, chapter 2).
    #
    #   Beta.new(base: 0.1, strength: 50, seen: 12, of: 40).mean   # => (5 + 12) / (50 + 40) = 0.189
    Beta = Struct.new(:base, :strength, :seen, :of, keyword_init: true) do
      def mean = ((strength * base) + seen) / (strength + of).to_f

      # Standard deviation of the share itself.
      def deviation = Math.sqrt(mean * (1 - mean) / (strength + of + 1))

      # Where it lies with a chance of 95 %, by the normal curve about the mean: [low, high]
      def interval = [[mean - (1.96 * deviation), 0.0].max, [mean + (1.96 * deviation), 1.0].min]

      # How far what was seen lies from what the base expects, in standard deviations of chance (binomial).
      def surprise = ((seen - (base * of)) / Math.sqrt(base * (1 - base) * of)).abs

      # How far the odds have moved from those of the base.
      def odds_factor = mean / (1 - mean) / (base / (1 - base))
    end
  end
end
