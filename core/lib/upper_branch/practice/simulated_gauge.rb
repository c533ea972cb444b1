# frozen_string_literal: true

module UpperBranch
  module Practice
    # A small simulated instrument: what a gauge would show at a time, for trying the dials without an engine. The same
    # signal, seed and time give the same reading; it has no clock of its own.
    #
    #   SimulatedGauge.new("flicking", level: 18, seed: 3).at(1.25)   # => 17.9 (in the unit of the level)
    class SimulatedGauge
      SIGNALS = {
        "steady" => "Steady",
        "drifting" => "Drifting slowly",
        "flicking" => "Flicking, one cylinder",
        "hunting" => "Hunting"
      }.freeze
      KINDS = {
        "vacuum" => {
          level: 18.0,
          unit: "inHg"
        },
        "pressure" => {
          level: 5.5,
          unit: "psi"
        },
        "tachometer" => {
          level: 800.0,
          unit: "rpm"
        }
      }.freeze

      RATE = 40    # readings a second
      FLICK = 0.16 # s between the drops of one cylinder of a four-stroke at 750 rpm
      HUNT = 2.4   # s a swing
      NOISE = 0.004

      # level: in the gauge's unit; seed: whole number
      def initialize(signal, level:, seed: 1)
        raise Invalid.new("signal", "A signal is one of: #{SIGNALS.keys.join(', ')}") unless SIGNALS.key?(signal)

        @signal = signal
        @level = level
        @seed = seed
      end

      # seconds since it was switched on -> Float
      def at(seconds)
        @level * (1 + noise(seconds) + send(@signal, seconds))
      end

      # A stretch of readings: {interval:, from:, values:}. from: s since it was switched on; seconds: how long
      def stretch(from, seconds)
        first = (from * RATE).round
        { interval: 1.0 / RATE, from: first.to_f / RATE,
          values: Array.new((seconds * RATE).round) { |i| at((first + i) / RATE.to_f).round(3) } }
      end

      private

      def steady(_seconds) = 0.0
      def drifting(seconds) = -0.16 * (1 - Math.exp(-seconds / 12.0))
      def flicking(seconds) = (seconds % FLICK) < FLICK / 4 ? -0.18 : 0.0
      def hunting(seconds) = 0.07 * Math.sin(2 * Math::PI * seconds / HUNT)

      # Evenly spread jitter, never the same for two neighboring samples.
      def noise(seconds)
        NOISE *
          Measuring::Spread.quantile(
            Measuring::Spread.uniform(((seconds * 40).round * 7) + @seed + 1, 0).clamp(0.001, 0.999)
          )
      end
    end
  end
end
