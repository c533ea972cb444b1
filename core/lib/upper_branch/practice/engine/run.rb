# frozen_string_literal: true

require "csv"

module UpperBranch
  module Practice
    class Engine
      # A run of an engine by a script: what the gauges and a logger would have read, twenty times a second.
      #
      #   run = Run.new(build, Script.new("0 warm\n5 throttle 30 over 2\n20 end"))
      #   run.samples.last.rpm
      #   run.csv               # a data log that the product reads
      class Run
        EVERY = 10 # steps between two samples
        SENSED = [0.5, 2.0].freeze # lambda, as far as a wide-band sensor reads

        # time: s; throttle: % of its way from idle to full; pressure: kPa in the manifold; torque: N m by burning;
        # level: mm over the usual; fuel: g/h by circuit
        Sample = Struct.new(:time, :throttle, :rpm, :pressure, :lambda, :torque, :level, :fuel, keyword_init: true)
        COLUMNS = ["Time (s)", "Throttle (%)", "RPM", "MAP (kPa)", "Lambda", "Torque (N m)", "Fuel level (mm)",
                   "Fuel (g/h)"].freeze
        PLACES = [2, 1, 0, 2, 3, 2, 2, 1].freeze

        attr_reader :engine, :samples, :stalls

        # build: Build; script: Script; step: s
        def initialize(build, script, seed: 1, step: STEP)
          @engine = Engine.new(build, seed: seed)
          @script = script
          @step = step
          @samples = []
          @stalls = []
          @engine.idle_warm if script.warm?
          play
        end

        def csv
          CSV.generate do |out|
            out << COLUMNS
            samples.each { |sample| out << numbers(sample).zip(PLACES).map { |value, places| value.round(places) } }
          end
        end

        def to_h
          { family: @engine.build.family, faults: @engine.build.faults, stalls: stalls,
            samples: samples.map do |sample|
              sample.to_h.merge(fuel: sample.fuel.transform_values do |one|
                one.round(2)
              end)
            end }
        end

        private

        def play
          inputs = Player.new(@script, @engine)
          (@script.length / @step).round.times do |i|
            ran = engine.running?
            engine.step(@step, inputs.at(i * @step))
            stalls << (i * @step).round(2) if ran && !engine.running? && inputs.wanted?
            samples << sample(i * @step) if (i % (EVERY * STEP / @step).round).zero?
          end
        end

        def sample(time)
          Sample.new(time: time, throttle: engine.opened * 100, rpm: engine.rpm,
                     pressure: engine.intake.pressure / 1000, lambda: engine.mixture.clamp(*SENSED),
                     torque: engine.crank.torque, level: engine.bowl.level * 1000,
                     fuel: engine.fueling.flows.transform_values { |flow| flow * 3.6e6 })
        end

        def numbers(sample)
          [sample.time, sample.throttle, sample.rpm, sample.pressure, sample.lambda, sample.torque, sample.level,
           sample.fuel.values.sum]
        end
      end
    end
  end
end
