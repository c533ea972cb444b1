# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # What an engine does under the conditions in which people complain, as numbers: idle, opened slowly and at once,
      # held, shut again, cold, hot after a quarter of an hour, parked.
      #
      #   Examination.new(build).measures   # => {"idle_speed" => 752.1, "full_mixture" => 0.86, ...}
      #
      # Speeds in rpm, mixtures in lambda, times in s, torque in N m, shares and yes or no as 0 to 1; a measure is left
      # out where it does not run so that it could be looked at.
      class Examination
        COLD = 283.15 # K
        QUARTER = 900 # s, a quarter of an hour
        CRANKED = 6 # s at most
        NEVER = 9.0 # s, of what does not happen
        SNAP = 0.08 # s in which it is snapped open

        def initialize(build, seed: 1)
          @build = build
          @v = build.values
          @seed = seed
          @found = {}
        end

        def measures
          idling
          opening
          pulling
          snapped
          shut_again
          cold
          hot
          @found.compact
        end

        private

        def idle = Inputs.idle

        # Cold, its bowl as the last run left it: empty where its supply cannot even keep it idling.
        def fresh
          engine = Engine.new(@build, seed: @seed)
          engine.bowl.dry_out if engine.bowl.most(@v[:feed]) < @build.setting.point.fuel.values.sum
          Watch.new(engine)
        end

        def warm = Watch.new(Engine.new(@build, seed: @seed).idle_warm)
        def keep(**measures) = measures.each { |name, value| @found[name.to_s] = value }

        def idling
          watch = warm
          watch.run(5) { idle }
          left_idling(watch)
          read = watch.run(8) { idle }
          keep(idle_stalls: watch.stalled, idle_mixture: read.mixture)
          steady(watch, read) if watch.running?
          covered(watch)
        end

        # A valve that lets by more than the idle takes fills the bowl to its brim in some minutes.
        def left_idling(watch)
          bowl = watch.engine.bowl
          floods = bowl.passes(@v[:feed]) > watch.engine.fueling.flow
          keep(idle_spills: floods ? 1.0 : 0.0)
          return unless floods

          bowl.fill_to_brim
          watch.run(4) { idle }
        end

        def steady(watch, read)
          screw = Screw.new(watch.engine)
          keep(idle_speed: read.mean(:rpm), idle_rough: read.scatter(:rpm), idle_swings: read.swings(:rpm),
               idle_vacuum: read.mean(:vacuum), idle_misses: read.missed, idle_nozzle: nozzle(watch.engine.fueling),
               screw: screw.rules, screw_out: screw.wants)
          watch.run(4) { idle.with(gear: 0.06) }
          keep(gear_stalls: watch.stalled)
          watch.run(3) { idle }
        end

        # Part of the idle's fuel that comes by the main nozzle.
        def nozzle(fueling) = fueling.flows.values_at(:main, :drip).sum / [fueling.flow, 1e-12].max

        # How the speed goes when part of the inlet is covered: far up where it runs only so.
        def covered(watch)
          return keep(cover_helps: lives_covered) unless watch.running?

          before = watch.run(2) { idle }.mean(:rpm)
          keep(cover_helps: watch.run(2) { idle.with(cover: 0.9) }.mean(:rpm) / [before, 1.0].max)
        end

        def lives_covered
          watch = warm
          watch.run(6) { idle.with(cover: 0.9) }
          watch.running? ? 2.0 : 1.0
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
          watch.run(14) { wide }
          last = watch.run(3) { wide }
          keep(full_torque: first.mean(:torque), full_mixture: first.mixture, full_speed: first.mean(:rpm),
               end_torque: last.mean(:torque), end_mixture: last.mixture, full_misses: last.missed,
               full_fade: last.mean(:torque) / [first.mean(:torque), 1e-9].max)
        end

        def snapped
          watch = warm
          idled = watch.run(3) { idle }.mean(:rpm)
          return unless watch.running?

          read = watch.run(4) { |time| idle.with(throttle: (time / SNAP).clamp(0.0, 1.0), line: 1.0) }
          keep(snap_time: read.until_over(0.5 * @v[:rpm]), snap_leanest: read.of(:mixture).first(30).max,
               snap_low: read.least(:rpm) / [idled, 1.0].max, snap_misses: read.missed_lean, snap_stalls: watch.stalled,
               free_speed: read.most(:rpm))
        end

        def shut_again
          watch = warm
          watch.run(4) { idle.with(throttle: 0.5, hold: 0.6 * @v[:rpm]) }
          return unless watch.running?

          read = watch.run(8) { idle.with(line: 0.1) }
          keep(return_time: read.until_under(1.3 * @v[:idle_rpm]), stop_stalls: watch.stalled,
               overrun_lean: read.missed_lean)
        end

        def cold
          watch = fresh
          watch.engine.warm_to(COLD)
          keep(cold_start: watch.start(CRANKED) || NEVER)
          started_cold(watch) if watch.running?
          watch = fresh
          watch.engine.warm_to(@build.figures["warm"])
          keep(warm_start: watch.start(CRANKED) || NEVER)
        end

        def started_cold(watch)
          watch.run(4) { idle }
          read = watch.run(4) { idle }
          keep(cold_stalls: watch.stalled, cold_mixture: read.mixture, cold_speed: read.mean(:rpm))
        end

        def hot
          parked
          return unless @found["warm_start"] < NEVER # else it has nothing to do with heat

          watch = warm
          watch.engine.stand(QUARTER)
          keep(hot_start: watch.start(CRANKED) || NEVER)
          return unless watch.running?

          watch.run(3) { idle }
          keep(hot_stalls: watch.stalled)
        end

        def parked
          watch = warm
          watch.run(2) { idle }
          before = watch.engine.film.mass
          watch.engine.stand(2 * QUARTER)
          keep(parked_spills: watch.engine.bowl.spilled.positive? ? 1.0 : 0.0,
               parked_wet: watch.engine.film.mass - before)
        end
      end
    end
  end
end
