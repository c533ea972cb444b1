# frozen_string_literal: true

module UpperBranch
  module Measuring
    # How a gauge's needle moves: mean, spread, drift, and the period of what repeats. Samples at even times.
    #
    #   pattern = SignalPattern.new(values, interval: 0.1)
    #   pattern.mean, pattern.spread, pattern.drift, pattern.period
    class SignalPattern
      CLEAR = 0.35 # correlation under which nothing repeats

      attr_reader :mean, :drift

      # values: 8 or more; interval: seconds between them
      def initialize(values, interval:)
        raise Invalid.new("series/values", "A pattern needs eight readings or more: let the gauge run a few seconds") if values.size < 8

        @values = values
        @interval = interval
        @mean = values.sum / values.size.to_f
        @drift = slope
      end

      # Standard deviation about the drift.
      def spread
        @spread ||= Math.sqrt(level.sum { |value| value**2 } / [level.size - 2, 1].max)
      end

      # Seconds of the strongest repetition, nil when none stands out (autocorrelation of what is left after the drift: the first
      # hill after the first fall below zero).
      def period
        @period ||= find_period
      end

      # Strength of the repetition, 0 to 1.
      def regularity
        lag = period ? (period / @interval).round : nil
        lag ? correlation(lag) : 0.0
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
        @values.each_index.sum { |i| (i - middle) * @values[i] } / @values.each_index.sum { |i| (i - middle)**2 } / @interval
      end

      def level
        @level ||= @values.each_index.map { |i| @values[i] - @mean - (drift * @interval * (i - ((@values.size - 1) / 2.0))) }
      end

      def correlation(lag)
        whole = level.sum { |value| value**2 }
        return 0.0 if whole.zero? || lag >= level.size

        (0...(level.size - lag)).sum { |i| level[i] * level[i + lag] } / whole * level.size / (level.size - lag)
      end

      def find_period
        lags = (1..(level.size / 2)).map { |lag| correlation(lag) }
        from = lags.index { |value| value < 0.0 } or return
        best = lags[from..].max
        return if best < CLEAR

        # The first hill nearly as high as the highest: the others are its multiples.
        peak = (from...lags.size).find { |i| lags[i] >= 0.8 * best && lags[i] >= (lags[i - 1] || -1) && lags[i] >= (lags[i + 1] || -1) }
        (peak + 1) * @interval
      end
    end
  end
end
