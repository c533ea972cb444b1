# frozen_string_literal: true

module UpperBranch
  module Practice
    class WhatIf
      # One engine warm, tried in five ways: left to idle, held part open, held at one speed while it is opened further
      # and further, held wide open at one speed after another, snapped open.
      class Tried
        SHARES = [0.3, 0.42, 0.54, 0.66, 0.78, 0.9, 1.0].freeze # of the full speed, at which it is held
        SETTLES = 1.0 # s at each of them, before it is read
        READ = 0.4 # s
        OPENS = 1.5 # s in which it is run up
        OPENINGS = [0.05, 0.1, 0.15, 0.22, 0.32, 0.45, 0.65, 1.0].freeze # of the throttle, at which it is held
        PART = 0.15 # of the throttle
        CRUISE = 0.45 # of the full speed, at which it is held part open
        AT = 0.2 # s after which it is snapped open
        SNAP = 0.08 # s that this takes
        THINNEST = 2.5 # lambda that is told; over it there is hardly any fuel

        # rpm: nil where it does not run by itself; scatter: standard deviation over the mean
        Idle = Struct.new(:rpm, :lambda, :scatter)
        Part = Struct.new(:torque, :lambda, :missed) # missed: share of the cycles
        Opened = Struct.new(:throttle, :rpm, :torque, :lambda) # share of the throttle's way
        Pull = Struct.new(:rpm, :torque, :lambda) # N m by burning, wide open
        Snap = Struct.new(:time, :rpm, :lambda) # s from the first reading

        # build: Engine::Build
        def initialize(build)
          @build = build
        end

        def idle
          @idle ||= begin
            watch = warm
            watch.run(4) { at_rest }
            read = watch.run(4) { at_rest }
            watch.running? ? Idle.new(read.mean(:rpm), thinned(read.mixture), read.scatter(:rpm)) : Idle.new
          end
        end

        # Part open under load, as one drives along.
        def part
          @part ||= begin
            watch = warm
            light = braked(CRUISE).with(throttle: PART)
            watch.run(3) { light }
            read = watch.run(3) { light }
            watch.running? ? Part.new(read.mean(:torque), thinned(read.mixture), read.missed) : Part.new(0.0, nil, 1.0)
          end
        end

        # Opened further and further at the speed of one who drives along; slower where so little does not reach it.
        # Where it dies the list ends; of a governed engine it is empty, since there the load opens the throttle.
        def opened
          @opened ||= begin
            watch = warm
            steps = @build.values[:governed] ? [] : OPENINGS
            steps.filter_map do |throttle|
              read = held(watch, braked(CRUISE).with(throttle: throttle))
              Opened.new(throttle, read.mean(:rpm), read.mean(:torque), thinned(read.mixture)) if watch.running?
            end
          end
        end

        # Run up first and then pulled down, as on a brake; in the order of the speeds. Where it dies the list begins
        # with the speed at which it still ran.
        def pull
          @pull ||= begin
            watch = warm
            watch.run(OPENS) { |time| braked(1.0).with(throttle: time / OPENS) }
            held(watch, wide(1.0))
            SHARES.reverse.filter_map { |share| pulled(watch, share) }.reverse
          end
        end

        # Without a brake, against its usual load.
        def snap
          @snap ||= begin
            watch = warm
            watch.run(2) { at_rest }
            read = watch.run(2.5) { |time| at_rest.with(throttle: ((time - AT) / SNAP).clamp(0.0, 1.0), line: 1.0) }
            every = Engine::Watch::STEP * Engine::Watch::EVERY
            read.of(:rpm).zip(read.of(:mixture)).each_with_index.map do |(rpm, lambda), i|
              Snap.new(i * every, rpm, thinned(lambda))
            end
          end
        end

        # s from opening it until it turns a share of its full speed; nil where it does not within the time.
        def snap_time(share)
          reached = snap.find { |one| one.time > AT && one.rpm > share * @build.values[:rpm] }
          reached && (reached.time - AT)
        end

        def dies? = snap.last.rpm < Engine::FIRED * @build.values[:idle_rpm]

        private

        def pulled(watch, share)
          read = held(watch, wide(share))
          Pull.new(read.mean(:rpm), read.mean(:torque), thinned(read.mixture)) if watch.running?
        end

        def held(watch, inputs)
          watch.run(SETTLES) { inputs }
          watch.run(READ) { inputs }
        end

        def wide(share) = braked(share).with(throttle: 1.0)
        def braked(share) = at_rest.with(hold: share * @build.values[:rpm])
        def warm = Engine::Watch.new(Engine.new(@build).idle_warm)
        def at_rest = Engine::Inputs.idle
        def thinned(lambda) = lambda && [lambda, THINNEST].min
      end
    end
  end
end
