# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      class Examination
        # At idle: speed, mixture and vacuum, the screw, a light load, the inlet covered by hand.
        class AtIdle < Look
          COVERS = [0.6, 0.8, 0.9, 0.96, 0.985].freeze # of the inlet, by hand
          ALIVE = 0.06 # of the throttle, that keeps an engine alive which does not idle

          private

          def look
            watch = warm
            watch.run(5) { idle }
            left_idling(watch)
            keep(idle_nozzle: nozzle(watch.engine.fueling))
            read = watch.run(8) { idle }
            keep(idle_stalls: watch.stalled, idle_mixture: read.mixture)
            watch.running? ? steady(watch, read) : kept_alive
            covered(watch)
          end

          # What does not idle is kept alive by the throttle while the screw is tried.
          def kept_alive
            watch = lives(throttle: ALIVE) or return
            keep(screw: Screw.new(watch.engine).rules)
          end

          # A valve that lets by more than the idle takes fills the bowl to its brim in some minutes.
          def left_idling(watch)
            bowl = watch.engine.bowl
            floods = bowl.passes(@v[:feed]) > watch.engine.fueling.flow
            keep(idle_spills: floods ? 1.0 : 0.0)
            return unless floods

            bowl.fill_to_brim
            watch.run(2) { idle }
          end

          def steady(watch, read)
            screw = Screw.new(watch.engine)
            keep(idle_speed: read.mean(:rpm), idle_rough: read.scatter(:rpm), idle_swings: read.swings(:rpm),
                 idle_shakes: read.scatter(:torque),
                 idle_vacuum: read.mean(:vacuum), idle_misses: read.missed,
                 screw: screw.rules, screw_out: screw.wants)
            watch.run(4) { idle.with(gear: 0.06) }
            keep(gear_stalls: watch.stalled)
            watch.run(3) { idle }
          end

          # Part of the idle's fuel that comes by the main nozzle.
          def nozzle(fueling) = fueling.flows.values_at(:main, :drip).sum / [fueling.flow, 1e-12].max

          # How the speed goes when the inlet is covered by hand as far as it likes best: far up where it runs only so.
          def covered(watch)
            return keep(cover_helps: COVERS.any? { |cover| lives(cover: cover) } ? 2.0 : 1.0) unless watch.running?

            before = watch.run(2) { idle }.mean(:rpm)
            best = COVERS.map { |cover| watch.run(2) { idle.with(cover: cover) }.mean(:rpm) }.max
            keep(cover_helps: best / [before, 1.0].max)
          end

          def lives(**inputs)
            watch = warm
            watch.run(3) { idle.with(**inputs) }
            left_idling(watch)
            watch.run(4) { idle.with(**inputs) }
            watch if watch.running?
          end
        end
      end
    end
  end
end
