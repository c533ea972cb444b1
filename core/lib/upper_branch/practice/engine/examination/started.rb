# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      class Examination
        # Started cold, warm and hot, and left standing.
        class Started < Look
          COLD = 283.15 # K
          QUARTER = 900 # s, a quarter of an hour
          CRANKED = 6 # s at most
          NEVER = 9.0 # s, of what does not happen

          private

          def look
            cold
            hot
          end

          # Cold, its bowl as the last run left it: empty where its supply cannot even keep it idling.
          def fresh
            engine = Engine.new(@build, seed: @seed)
            engine.bowl.dry_out if engine.bowl.most(@v[:feed]) < @build.setting.point.fuel.values.sum
            Watch.new(engine)
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
end
