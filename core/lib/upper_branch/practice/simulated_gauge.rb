# frozen_string_literal: true

module UpperBranch
  module Practice
    # A gauge on the simulated engine: what it would show at a time, for trying the dials. The same signal, seed and
    # time give the same reading; it has no clock of its own.
    #
    #   SimulatedGauge.new(catalogue, "vacuum", "flicking", seed: 3).stretch(20, 10)
    #   # => { interval: 0.025, from: 20.0, values: [18.9, ...], unit: "inHg" }
    class SimulatedGauge
      EVERY = 5 # steps of the engine between two readings, forty a second
      INTERVAL = EVERY * Engine::STEP
      NOISE = 0.004 # of the reading, the gauge's own

      # Readings of all gauges over one run.
      Kept = Struct.new(:readings) do
        def bytes = readings.values.sum(&:size) * 40
      end

      # kind: vacuum, pressure or tachometer; signal: id; seed: whole number. Raises Invalid at what is not known.
      def initialize(catalogue, kind, signal, seed: 1)
        @catalogue = catalogue
        @rules = catalogue.book.engines.gauges
        @kind = kind
        @unit = @rules["kinds"].fetch(kind) { refuse("kind", "A gauge is one of: #{@rules['kinds'].keys.join(', ')}") }
        @signal = signals.find { |row| row["id"] == signal } or
          refuse("signal", "A signal is one of: #{signals.map { |row| row['id'] }.join(', ')}")
        @seed = seed
      end

      # Readings over some seconds. from: s since it was switched on
      def stretch(from, seconds)
        first = (from / INTERVAL).round
        values = Array.new((seconds / INTERVAL).round) { |i| at(first + i).round(3) }
        { interval: INTERVAL, from: first * INTERVAL, values: values, unit: @unit }
      end

      private

      def signals = @rules["signals"]
      def refuse(field, says) = raise(Invalid.new(field, says))

      def at(place)
        list = readings.fetch(@kind)
        list[place % list.size] * (1 + noise(place))
      end

      # Evenly spread jitter, never the same for two neighboring readings.
      def noise(place)
        NOISE * Measuring::Spread.quantile(Measuring::Spread.uniform((place * 7) + @seed + 1, 0).clamp(0.001, 0.999))
      end

      def readings
        @readings ||= @catalogue.kept.fetch([:gauges, @signal["id"]]) { Kept.new(run) }.readings
      end

      def run
        build = Engine::Build.new(@catalogue, @rules["family"], @signal["sizes"] || {}).with(@signal["faults"] || {})
        engine = Engine.new(build).idle_warm
        player = Engine::Player.new(Engine::Script.new(@signal["lines"]), engine)
        read = { "vacuum" => [], "pressure" => [], "tachometer" => [] }
        (@rules["seconds"] / Engine::STEP).round.times do |i|
          engine.step(Engine::STEP, swung(player.at(i * Engine::STEP), i * Engine::STEP))
          note(engine, read) if (i % EVERY).zero?
        end
        read
      end

      # A load that comes and goes, as of a governor or a compressor.
      def swung(inputs, time)
        swings = @signal["swings"] or return inputs
        inputs.with(gear: swings["gear"] / 100.0 * (1 + Math.sin(2 * Math::PI * time / swings["every"])) / 2)
      end

      def note(engine, read)
        read["vacuum"] << Measuring::Units.from_si(engine.intake.vacuum, "inHg")
        read["pressure"] << Measuring::Units.from_si(engine.at_the_inlet, "psi")
        read["tachometer"] << engine.rpm
      end
    end
  end
end
