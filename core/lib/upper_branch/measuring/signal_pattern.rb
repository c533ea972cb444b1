# frozen_string_literal: true

module UpperBranch
  module Measuring
    # How a gauge's needle moves: mean, spread, drift, and the period of what repeats. Samples at even times.
    #
    #   pattern = SignalPattern.new(values, interval: 0.1)
    #   pattern.mean, pattern.spread, pattern.drift, pattern.period
    class SignalPattern
      CLEAR = 0.35 # correlation under which nothing repeats

      attr_reader :mean, :drift, :interval

      # values: 8 or more; interval: seconds between them
      def initialize(values, interval:)
        if values.size < 8
          raise Invalid.new("series/values", "A pattern needs eight readings or more: let the gauge run a few seconds")
        end

        @values = values
        @interval = interval
        @mean = values.sum / values.size.to_f
        @drift = slope
      end

      # Standard deviation about the drift.
      def spread
        @spread ||= Math.sqrt(level.sum { |value| value**2 } / [level.size - 2, 1].max)
      end

      # Seconds of the strongest repetition, nil when none stands out (autocorrelation of what is left after the drift:
      # the first hill after the first fall below zero).
      def period
        @period ||= find_period
      end

      # Strength of the repetition, 0 to 1.
      def regularity
        lag = period ? period / @interval : nil
        lag ? [correlation(lag.floor), correlation(lag.ceil)].max : 0.0
      end

      # Largest fall below the middle: a flicking needle drops and comes back.
      def dip
        sorted = @values.sort
        sorted[sorted.size / 2] - sorted.first
      end

      # Change over the whole record.
      def drifted
        drift * @interval * (@values.size - 1)
      end

      private

      def slope
        n = @values.size
        middle = (n - 1) / 2.0
        @values.each_index.sum { |i| (i - middle) * @values[i] } / @values.each_index.sum { |i| (i - middle)**2 } /
          @interval
      end

      def level
        @level ||=
          @values.each_index.map { |i| @values[i] - @mean - (drift * @interval * (i - ((@values.size - 1) / 2.0))) }
      end

      def correlation(lag)
        whole = level.sum { |value| value**2 }
        return 0.0 if whole.zero? || lag >= level.size

        (0...(level.size - lag)).sum { |i| level[i] * level[i + lag] } / whole * level.size / (level.size - lag)
      end

      def find_period
        return if spread <= 1e-9 * @values.max.abs # what is left of a straight line is only rounding

        lags = (1..(level.size / 2)).map { |lag| correlation(lag) }
        from = lags.index { |value| value < 0.0 } or return
        return if lags[from..].max < CLEAR

        place = first_hill(lags.map { |value| [value, 0.0].max }, from)
        place && (place * @interval)
      end

      # A repetition that falls between two samples shares its correlation among both, while some multiple of it falls
      # on one: so two neighbors are taken together, and the first hill nearly as high as the highest is it; the others
      # are its multiples. Returns the lag in samples, between the two by their weight.
      def first_hill(heights, from)
        pairs = heights.each_cons(2).map(&:sum)
        best = pairs[from..].max or return
        i =
          (from...pairs.size).find do |k|
            pairs[k] >= 0.75 * best && pairs[k] >= (pairs[k - 1] || -1) && pairs[k] >= (pairs[k + 1] || -1)
          end or return
        i + 1 + (heights[i + 1] / pairs[i])
      end
    end
  end
end
