# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # An engine that is run and read: each stretch of it as numbers.
      #
      #   watch = Watch.new(engine)
      #   watch.run(8) { |time| Inputs.idle }.mean(:rpm)
      class Watch
        STEP = 0.01 # s
        EVERY = 5 # steps between two readings
        HALF = 10 # readings in half a second
        TAKES = 0.5 # s that it must run by itself to have started
        TURNING = 0.4 # of the idle speed, from which it counts as running when its mixture is read

        attr_reader :engine

        def initialize(engine)
          @engine = engine
        end

        def running? = engine.running?
        def stalled = running? ? 0.0 : 1.0

        # seconds: how long; the block gives the inputs at a time. Returns Stretch.
        def run(seconds)
          before = engine.crank.counts
          rows = []
          (seconds / STEP).round.times do |i|
            engine.step(STEP, yield(i * STEP))
            rows << reading if (i % EVERY).zero?
          end
          Stretch.new(rows, engine.crank.counts.zip(before).map { |now, was| now - was },
                      TURNING * engine.build.values[:idle_rpm])
        end

        # s until it runs and goes on running, nil where it does not; cranked again where it dies. most: s of it
        def start(most)
          since = nil
          (most / STEP).round.times do |i|
            engine.step(STEP, Inputs.idle.with(starter: !running?))
            since = running? ? since || i : nil
            return since * STEP if since && (i - since) * STEP > TAKES
          end
          nil
        end

        private

        def reading
          { rpm: engine.rpm, mixture: engine.mixture, torque: engine.crank.torque, vacuum: engine.intake.vacuum }
        end

        # Readings of a stretch, twenty a second. cycles: that fired, and that missed: too lean, too rich, otherwise
        class Stretch
          def initialize(rows, cycles, turning)
            @rows = rows
            @cycles = cycles
            @turning = turning
          end

          def of(name) = @rows.map { |row| row.fetch(name) }
          def mean(name) = average(of(name))
          def most(name) = of(name).max
          def least(name) = of(name).min

          # Standard deviation over the mean; of the means of every half second: slow swings.
          def scatter(name) = spread(of(name))
          def swings(name) = spread(of(name).each_slice(HALF).map { |part| average(part) })

          # Mean lambda while it turned; nil where it never did.
          def mixture
            turned = @rows.select { |row| row[:rpm] > @turning }
            average(turned.map { |row| row[:mixture] }) if turned.any?
          end

          # Share of the cycles that missed; that missed for want of fuel.
          def missed = @cycles.drop(1).sum / [@cycles.sum, 1].max.to_f
          def missed_lean = @cycles[1] / [@cycles.sum, 1].max.to_f

          # The deepest fall of the speed below what it had reached, as a share of that.
          def dip
            top = 0.0
            of(:rpm).map { |rpm| (top = [top, rpm].max).zero? ? 0.0 : 1 - (rpm / top) }.max
          end

          # s until the speed passes one, upward or downward; 9 where it does not.
          def until_over(rpm) = until_seen { |row| row[:rpm] > rpm }
          def until_under(rpm) = until_seen { |row| row[:rpm] < rpm }

          private

          def until_seen(&)
            at = @rows.index(&)
            at ? at * STEP * EVERY : 9.0
          end

          def average(list) = list.sum / list.size.to_f

          def spread(list)
            middle = average(list)
            Math.sqrt(list.sum { |one| (one - middle)**2 } / list.size) / [middle.abs, 1e-9].max
          end
        end
      end
    end
  end
end
