# frozen_string_literal: true

require "matrix"

module UpperBranch
  module Measuring
    # Speed or vacuum at each step of the mixture screw: where the peak lies, how surely, and where each school would
    # set it.
    #
    #   sweep = MixtureSweep.new([0.5, 1, 1.5, 2, 2.5], [640, 690, 705, 695, 650], noise: 5)
    #   sweep.peak, sweep.peak_uncertainty   # turns
    #
    # A parabola that one wild reading does not move: of those through three readings the one that most others lie near
    # (least median of squares), then fitted to all with less weight on what lies far off and none beyond 4.685 times
    # the scatter (Tukey's biweight); the scatter by the median of what is left over (Rousseeuw and Leroy, Robust
    # Regression and Outlier Detection, 1987). The peak's uncertainty by propagation from the covariance of the
    # coefficients.
    class MixtureSweep
      BIWEIGHT = 4.685
      TRIPLES = 300 # parabolas tried at most

      attr_reader :turns, :values, :coefficients

      # A sweep of speed or of vacuum (reads), each with its own noise where none was typed (0). limits: of worktop.yml
      def self.of(turns, values, reads:, typed:, limits:)
        new(turns, values, noise: typed.positive? ? typed : limits[:"noise_#{reads}"])
      end

      # turns, values: of the same length, four or more; noise: standard uncertainty of one value
      def initialize(turns, values, noise:)
        if turns.size < 4 || turns.size != values.size
          raise Invalid.new("series/values", "A sweep needs four steps or more, and a value at each")
        end
        if turns.uniq.size < 4
          raise Invalid.new("series/turns", "The steps stand at the same place: move the screw between readings")
        end

        @turns = turns
        @values = values
        @noise = noise
        @middle = turns.sum / turns.size.to_f
        fit
      end

      # Fitted value at a count of turns.
      def at(turns)
        x = turns - @middle
        @coefficients[0] + (@coefficients[1] * x) + (@coefficients[2] * x * x)
      end

      # Turns of the peak; nil when the curve has none (it rises to both sides or is straight).
      def peak
        return if @coefficients[2] >= 0

        @middle - (@coefficients[1] / (2 * @coefficients[2]))
      end

      def peak_uncertainty
        return unless peak

        b, c = @coefficients[1..]
        db = -1 / (2 * c)
        dc = b / (2 * c * c)
        variance = (db * db * @covariance[1][1]) + (dc * dc * @covariance[2][2]) + (2 * db * dc * @covariance[1][2])
        Math.sqrt([variance, 0.0].max)
      end

      # How much the screw moves the reading over the steps tried.
      def range
        fitted = turns.map { |one| at(one) }
        fitted.max - fitted.min
      end

      # Chances: {"flat", "inside", "below", "above"}: no authority; a peak within the steps; a peak past the lowest,
      # the highest count.
      def chances
        flat = 1 - Uncertainty.normal_cdf((range - (3 * scatter)) / (scatter * 1.5))
        low, high = turns.minmax
        inside, below, above = peak ? place(low, high) : straight
        {
          "flat" => flat,
          "inside" => (1 - flat) * inside,
          "below" => (1 - flat) * below,
          "above" => (1 - flat) * above
        }
      end

      # Turns where each school would leave it. leaner: -1 when leaning turns in (fuel screw), +1 when it turns out (air
      # screw). {"peak" => , "lean-drop-back" => , "drop-by" => } with nil where that lies off what was swept.
      def settings(leaner, drop:, step: 0.25)
        return {} unless peak

        fall = Math.sqrt([drop, 0].max / -@coefficients[2])
        begins = Math.sqrt(2 * scatter / -@coefficients[2])
        {
          "peak" => peak,
          "lean-drop-back" => peak + (leaner * [begins - step, 0.0].max),
          "drop-by" => peak + (leaner * fall)
        }.transform_values { |at| at if at.between?(*turns.minmax) }
      end

      # Where to take the next reading: past the end it still rises at, or at the peak until that is known to an eighth
      # of a turn; nil where enough is known.
      def next_turns(step: 0.25)
        low, high = turns.minmax
        likely = chances.max_by(&:last).first
        return high + step if likely == "above"
        return [low - step, 0.0].max if likely == "below" && low.positive?
        return if likely != "inside" || peak_uncertainty <= step / 2

        nearest = (peak / (step / 2)).round * step / 2
        nearest unless turns.include?(nearest)
      end

      # Scatter of one reading about the curve, never less than the instrument's.
      attr_reader :scatter

      private

      def place(low, high)
        u = [peak_uncertainty, 1e-6].max
        below, inside, above = Uncertainty.shares(peak, u, [low, high])
        [inside, below, above]
      end

      def straight
        @coefficients[1].negative? ? [0.0, 1.0, 0.0] : [0.0, 0.0, 1.0]
      end

      def fit
        @scatter = @noise
        @coefficients = best_triple || solve(Array.new(turns.size, 1.0))
        12.times do
          @scatter = spread
          weights = left_over.map { |off| biweight(off / (BIWEIGHT * @scatter)) }
          few = weights.count(&:positive?) < 4
          solve(few ? Array.new(turns.size, 1.0) : weights)
          break if few
        end
      end

      def left_over = turns.each_index.map { |i| values[i] - at(turns[i]) }

      def biweight(far) = far.abs < 1 ? (1 - (far**2))**2 : 0.0

      # By the median, with a hand for few readings.
      def spread
        off = left_over.map(&:abs).sort
        middle = (off[(off.size - 1) / 2] + off[off.size / 2]) / 2
        [1.4826 * (1 + (5.0 / [turns.size - 3, 1].max)) * middle, @noise].max
      end

      # The parabola through three readings that the middle of all lies nearest to.
      def best_triple
        triples = turns.each_index.to_a.combination(3).to_a
        every = [triples.size / TRIPLES, 1].max
        tried = triples.each_slice(every).map(&:first).filter_map { |triple| through(triple) }
        tried.min_by { |coefficients| median_square(coefficients) }
      end

      def median_square(coefficients)
        @coefficients = coefficients
        off = left_over.map { |one| one**2 }.sort
        off[off.size / 2]
      end

      # Nil where two stand at the same place.
      def through(triple)
        x = triple.map { |i| turns[i] - @middle }
        return if x.uniq.size < 3

        newton(x, triple.map { |i| values[i] })
      end

      # Coefficients by divided differences.
      def newton(x, y)
        one, other = [[0, 1], [1, 2]].map { |i, k| (y[k] - y[i]) / (x[k] - x[i]) }
        bend = (other - one) / (x[2] - x[0])
        [y[0] - (one * x[0]) + (bend * x[0] * x[1]), one - (bend * (x[0] + x[1])), bend]
      end

      # Weighted least squares by the normal equations.
      def solve(weights)
        off = turns.map { |turn| turn - @middle }
        powers = (0..4).map { |k| off.each_index.sum { |i| weights[i] * (off[i]**k) } }
        sides = (0..2).map { |k| off.each_index.sum { |i| weights[i] * values[i] * (off[i]**k) } }
        matrix = Matrix.build(3, 3) { |row, column| powers[row + column] }
        inverse = matrix.inverse
        @covariance = (inverse * (scatter**2)).to_a
        @coefficients = (inverse * Vector.elements(sides)).to_a
      end
    end
  end
end
