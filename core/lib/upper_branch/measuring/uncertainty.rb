# frozen_string_literal: true

module UpperBranch
  module Measuring
    # How unsure a result is, from how unsure its inputs are: the law of propagation of uncertainty, inputs taken as
    # uncorrelated (JCGM 100:2008, 5.1.2): u(y)^2 = sum of (dy/dx_i)^2 u(x_i)^2, the derivatives by central differences
    # over one u(x_i) (5.1.3, note 2).
    #
    #   Uncertainty.propagate([7.4, 6.7], [0.1, 0.1]) { |before, after| before / after - 1 }   # => [0.1045, 0.0222]
    module Uncertainty
      # values, uncertainties: arrays of Float (standard uncertainties). The block takes the values and gives one
      # number, or nil. [value, standard uncertainty]; the uncertainty is nil where a neighbor has no value.
      def self.propagate(values, uncertainties)
        neighbors = values.each_index.reject { |i| uncertainties[i].zero? }.map do |i|
          [1, -1].map { |sign| yield(*values.dup.tap { |copy| copy[i] += sign * uncertainties[i] }) }
        end
        [yield(*values), combine(neighbors)]
      end

      # The same from results already reckoned: [[with one input up by its uncertainty, with it down], ...], one pair an
      # input. nil where a neighbor has no value.
      def self.combine(neighbors)
        return unless neighbors.flatten.all?

        Math.sqrt(neighbors.sum { |up, down| ((up - down) / 2.0)**2 })
      end

      # Mean of repeats and its standard uncertainty: experimental deviation of the mean (4.2.3), never less than the
      # instrument's own share; with one reading only the instrument's.
      def self.mean(values, resolution, repeatability = 0.0)
        mean = values.sum / values.size.to_f
        scatter = values.size > 1 ? [deviation(values), repeatability].max : repeatability
        [mean, Math.sqrt(((scatter**2) / values.size) + ((resolution**2) / 12.0 / values.size))]
      end

      # Experimental standard deviation (n - 1); 0 for fewer than two.
      def self.deviation(values)
        return 0.0 if values.size < 2

        mean = values.sum / values.size.to_f
        Math.sqrt(values.sum { |value| (value - mean)**2 } / (values.size - 1))
      end

      # Share of a normal below x.
      def self.normal_cdf(z)
        0.5 * (1 + Math.erf(z / Math.sqrt(2)))
      end

      # Chance of each of n + 1 stretches between n rising cuts, for a value taken as normal (JCGM 106:2012, 7.2).
      def self.shares(value, uncertainty, cuts)
        below = cuts.map do |cut|
          if uncertainty.positive?
            normal_cdf((cut - value) / uncertainty)
          else
            (value <= cut ? 1.0 : 0.0)
          end
        end
        [0.0, *below, 1.0].each_cons(2).map { |low, high| [high - low, 0.0].max }
      end
    end
  end
end
