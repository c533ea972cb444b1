# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      class Examination
        # Opened: slowly and at once, held in the middle and wide, and shut again.
        class Opened < Look
          SNAP = 0.08 # s in which it is snapped open

          private

          def look
            opening
            pulling
            snapped
            shut_again
          end

          def opening
            watch = warm
            watch.run(3) { idle }
            return unless watch.running?

            read = watch.run(6) { |time| idle.with(throttle: 0.25 * time / 6, line: 1.0) }
            keep(opening_leanest: read.of(:mixture).drop(4).max, opening_misses: read.missed, opening_dip: read.dip,
                 opening_stalls: watch.stalled)
            light(watch) if watch.running?
          end

          def light(watch)
            watch.run(2) { idle.with(throttle: 0.12, line: 0.7) }
            read = watch.run(5) { idle.with(throttle: 0.12, line: 0.7) }
            keep(light_swings: read.swings(:rpm), light_mixture: read.mixture, light_misses: read.missed)
          end

          def pulling
            watch = warm
            mid = idle.with(throttle: 0.45, hold: 0.55 * @v[:rpm])
            watch.run(4) { mid }
            return unless watch.running?

            read = watch.run(4) { mid }
            keep(mid_torque: read.mean(:torque), mid_mixture: read.mixture, mid_misses: read.missed,
                 mid_swings: read.swings(:torque))
            held(watch, idle.with(throttle: 1.0, hold: 0.9 * @v[:rpm]))
          end

          def held(watch, wide)
            watch.run(2) { wide }
            first = watch.run(2) { wide }
            watch.run(8) { wide }
            left_pulling(watch) { wide }
            last = watch.run(3) { wide }
            keep(full_torque: first.mean(:torque), full_mixture: first.mixture, full_speed: first.mean(:rpm),
                 end_torque: last.mean(:torque), end_mixture: last.mixture, full_misses: last.missed,
                 full_fade: last.mean(:torque) / [first.mean(:torque), 1e-9].max)
          end

          # A supply that brings less than is asked for empties the bowl in the end.
          def left_pulling(watch, &)
            engine = watch.engine
            return unless engine.bowl.most(@v[:feed]) < engine.fueling.flow

            engine.bowl.nearly_empty
            watch.run(4, &)
          end

          def snapped
            watch = warm
            idled = watch.run(3) { idle }.mean(:rpm)
            return unless watch.running?

            read = watch.run(4) { |time| idle.with(throttle: (time / SNAP).clamp(0.0, 1.0), line: 1.0) }
            keep(snap_time: read.until_over(0.5 * @v[:rpm]), snap_leanest: read.of(:mixture).first(30).max,
                 snap_low: read.least(:rpm) / [idled, 1.0].max, snap_misses: read.missed_lean,
                 snap_stalls: watch.stalled, free_speed: read.most(:rpm))
          end

          def shut_again
            watch = warm
            watch.run(4) { idle.with(throttle: 0.5, hold: 0.6 * @v[:rpm]) }
            return unless watch.running?

            read = watch.run(8) { idle.with(line: 0.1) }
            keep(return_time: read.until_under(1.3 * @v[:idle_rpm]), stop_stalls: watch.stalled,
                 overrun_lean: read.missed_lean)
          end
        end
      end
    end
  end
end
