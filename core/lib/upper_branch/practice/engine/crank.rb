# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # What turns: the work of each cylinder as its turn comes, against friction, pumping and load. rad/s, N m, Pa.
      class Crank
        SLOWEST = 2.0 # rad/s under which it stands
        BLOWN_BACK = 0.6 # of its charge, by a valve that does not shut (our own estimate)
        SPARKS = 8.0 # rad/s over which it can fire

        attr_reader :speed, :torque, :fired, :lean_misses, :rich_misses, :other_misses

        # Cycles that fired, and that missed: too lean, too rich, for another reason.
        def counts = [fired, lean_misses, rich_misses, other_misses]

        # build: Build; chance: Dice
        def initialize(build, chance)
          @build = build
          @v = build.values
          @burning = build.burning
          @chance = chance
          @work = Array.new(build.cylinders, 0.0)
          @turned = @speed = @torque = 0.0
          @next = @fired = @lean_misses = @rich_misses = @other_misses = 0
        end

        # Where it stands, as plain numbers, and back.
        def state = [@speed, @turned, @next, @fired, @lean_misses, @rich_misses, @other_misses, @chance.state, *@work]

        def resume(state)
          @speed, @turned, @next, @fired, @lean_misses, @rich_misses, @other_misses, @chance.state, *@work = state
        end

        def rpm = @speed * 30 / Math::PI
        def turn_at(rpm) = @speed = rpm * Math::PI / 30

        # Share of its charge that the cylinder draws whose turn it is: one that is dead by a leaking valve blows part
        # of it back.
        def drawing = @next.zero? ? 1 - (BLOWN_BACK * @v[:dead]) : 1.0

        # Stands, as if it had never run.
        def stop
          @speed = 0.0
          @fired = 0
          @work.fill(0.0)
        end

        # Every cylinder has just fired so well.
        def going(share)
          @fired += @work.size
          @work.fill(share)
        end

        # power: W that burning all of it at best would give; charge: {mixture:, burnt:, key:}; against: Pa of pumping;
        # load: N m; sluggish: times the friction of a warm engine; starter: rad/s it is turned at, 0 for none
        def step(seconds, power, charge, against:, load:, sluggish:, starter:)
          fire(seconds, charge)
          @torque = power / [@speed, SPARKS].max * (@work.sum / @work.size)
          drag = ((@build.friction(rpm) * sluggish) + against) * @build.swept
          @speed += (@torque - drag - load) / @v[:inertia] * seconds
          @speed = starter if @speed < starter
          @speed = 0.0 if @speed < SLOWEST
        end

        private

        def fire(seconds, charge)
          @turned += @speed * seconds
          apart = (@build.two_stroke? ? 2 : 4) * Math::PI / @work.size
          while @turned >= apart
            @turned -= apart
            @work[@next] = cycle(charge) * (@next.zero? ? 1 - @v[:dead] : 1)
            @next = (@next + 1) % @work.size
          end
        end

        # Share of the best work that one cycle gives.
        def cycle(charge)
          luck = @chance.rand
          swing = @chance.rand + @chance.rand - 1
          return 0.0 unless charge[:key] && @speed > SPARKS

          missed = @burning.misses(charge[:mixture], charge[:burnt])
          return miss(charge, missed) if luck < 1 - ((1 - missed) * (1 - unlit))

          @fired += 1
          timed * @v[:burns] * @burning.work(charge[:mixture]) * (1 + (@burning.scatter * 2.45 * swing))
        end

        def miss(charge, missed)
          if missed < 0.01
            @other_misses += 1
          elsif charge[:mixture] > 1
            @lean_misses += 1
          else
            @rich_misses += 1
          end
          0.0
        end

        def unlit = 1 - ((1 - @v[:failing]) * (0.5 + (0.5 * @v[:burns])))

        # Off the best spark, and what advance is missing as it turns faster.
        def timed
          missing = @v[:advance] * (rpm / @v[:rpm]).clamp(0.0, 1.0)
          [1 - (@burning.timing * ((@v[:timing] - missing)**2)), 0.2].max
        end
      end
    end
  end
end
