# frozen_string_literal: true

module UpperBranch
  module Measuring
    # How unsure a result is, from how unsure its inputs are: the law of propagation of uncertainty, inputs taken as
    # uncorrelated (JCGM 100:2008, 5.1.2): u(y)^2 = sum of (dy/dx_i)^2 u(x_i)^2, the derivatives by central differences
    # over one u(x_i) (5.1.3, note 2). Where an answer has a kink (a largest less a smallest), by evenly spread draws
    # instead (JCGM 101:2008): Calculator.
    module Uncertainty
      # Standard uncertainty that one unsure input gives the answer. value: the answer; up, down: the answer with the
      # input moved by its standard uncertainty either way, nil where it cannot be there; then the other side tells. nil
      # where neither can be.
      def self.part(value, up, down)
        return if value.nil? || (up.nil? && down.nil?)

        up && down ? (up - down).abs / 2.0 : ((up || down) - value).abs
      end

      # Standard uncertainty of several parts together; nil where one of them is unknown.
      def self.combine(parts)
        Math.sqrt(parts.sum { |part| part**2 }) if parts.all?
      end

      # Degrees of freedom of a combined uncertainty by those of its parts, [[part, degrees of freedom or nil], ...],
      # cut to a whole number (Welch and Satterthwaite; JCGM 100:2008, G.4.1). nil where none of it is from few tries.
      def self.freedom(parts)
        few = parts.sum { |part, freedom| freedom ? (part**4) / freedom : 0.0 }
        return unless few.positive?

        [((combine(parts.map(&:first))**4) / few).floor, 1].max
      end

      # Repeats as an Estimate: the experimental deviation of their mean (4.2.3), or the instrument's known
      # repeatability where that is larger, and what does not average out over them: resolution d as d / sqrt(12)
      # (4.3.7, F.2.2.1), accuracy class a as a / sqrt(3). With one reading the repeatability alone.
      def self.mean(values, resolution, repeatability = 0.0, accuracy = 0.0)
        seen = deviation(values)
        scatter = [seen, repeatability].max / Math.sqrt(values.size)
        Estimate.new(values.sum / values.size.to_f, scatter,
                     freedom: seen > repeatability ? values.size - 1 : nil,
                     systematic: Math.sqrt(((resolution**2) / 12.0) + ((accuracy**2) / 3.0)))
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

      # Chance of each of n + 1 stretches between n rising cuts, for a value taken as normal. uncertainty: nil where
      # nobody knows it
      def self.shares(value, uncertainty, cuts) = Estimate.new(value, uncertainty).shares(cuts)
    end
  end
end
