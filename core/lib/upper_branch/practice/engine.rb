# frozen_string_literal: true

module UpperBranch
  module Practice
    # An engine with a carburetor made of holes, in the mean over its cycles: one throttle or bank, one manifold. It is
    # stepped and has no clock of its own; the same build, seed and inputs give the same run.
    #
    #   engine = Engine.new(Engine::Build.new(catalogue, "car-one")).idle_warm
    #   200.times { engine.step(0.005, Engine::Inputs.idle.with(throttle: 0.2)) }
    #   engine.rpm
    #
    # Mean value form: Hendricks and Sorenson, SAE 900616; Heywood, Internal Combustion Engine Fundamentals, ch. 6, 7
    # and 14 (from memory). What each circuit gives follows at once from the pressures (Circuits); what lags is the
    # air in the manifold, the main circuits, the wet walls, the level, the pump, the second barrels and the speed.
    class Engine
      STEP = 0.005 # s, as it is stepped where nobody says otherwise
      THIN = 9.9 # lambda without fuel
      HOLDS = 0.02 # s in which a brake takes up what is over the speed it holds
      FIRED = 0.45 # of the idle speed, over which it runs by itself

      attr_reader :build, :intake, :fueling, :film, :crank, :throttle, :choke, :mixture, :warmth, :time, :burnt

      def initialize(build, seed: 1)
        @build = build
        @v = build.values
        @choke = Choke.new(@v, build.figures["cleaner"], build.geometry.weather)
        @intake = Intake.new(build, @choke)
        @fueling = Fueling.new(build, @choke, @intake)
        @film = Film.new
        @throttle = Throttle.new(@v, build.setting.idle, @v.values_at(:idle_rpm, :rpm))
        @crank = Crank.new(build, Dice.new(seed))
        @time = @burnt = 0.0
        @warmth = @v[:temperature]
        @mixture = THIN
      end

      # Where it stands, as plain data that can be kept: an engine of the same build goes on from there.
      def state
        { "time" => time, "warmth" => warmth, "mixture" => mixture, "fed" => @fed, "intake" => intake.state,
          "fueling" => fueling.state, "film" => film.state, "throttle" => throttle.state, "crank" => crank.state }
      end

      # state: as above
      def resume(state)
        @time, @warmth, @mixture, @fed = state.values_at("time", "warmth", "mixture", "fed")
        { "intake" => intake, "fueling" => fueling, "film" => film, "throttle" => throttle, "crank" => crank }
          .each { |name, part| part.resume(state.fetch(name)) }
        self
      end

      def rpm = crank.rpm
      # Of the throttle's way from idle to full, 0 to 1.
      def opened = ((throttle.way - build.setting.idle) / (1 - build.setting.idle)).clamp(0.0, 1.0)
      def bowl = fueling.bowl

      # Pressure before the needle, Pa: what the line costs is off the supply's.
      def at_the_inlet = @fed ? bowl.at_the_inlet(@fed) : 0.0

      def seconds = fueling.seconds
      def running? = rpm > FIRED * @v[:idle_rpm] && crank.fired.positive?

      # Runs warm at its idle, as the healthy one would for a while.
      def idle_warm
        rpm = @v[:idle_rpm]
        usual = build.setting.mixture
        warm_to(build.figures["warm"])
        intake.settle(@v[:idle_vacuum], rpm)
        crank.turn_at(rpm)
        crank.going(build.burning.work(usual))
        film.settle(intake.dry / usual / fuel.ratio, **wetting, air: intake.air, drawn: intake.drawn)
        self
      end

      # kelvin: of the whole engine
      def warm_to(kelvin) = @warmth = kelvin

      # Stands still for a while, seconds: cools, and whatever drips, drips.
      def stand(seconds)
        crank.stop
        heat = Standing.new(self)
        heat.pass(seconds)
        @warmth = heat.cooled(seconds)
        @time += seconds
      end

      # h: s; inputs: Inputs
      def step(h, inputs)
        move(h, inputs)
        intake.step(h, throttle.way, seconds.way, crank, fueling.over(inputs.tilt))
        @fed = fed(inputs)
        fueling.step(h, throttle.way, @fed, inputs.tilt)
        burn(h)
        turn(h, inputs)
        @warmth += (build.figures["warm"] - warmth) * h / build.figures["warming"] if running?
        @time += h
      end

      private

      def fuel = build.geometry.fuel

      def move(h, inputs)
        choke.set(inputs.choke, warmth, running?, inputs.cover)
        throttle.step(h, inputs.throttle, rpm, choke.fast_idle)
      end

      # Pressure of the supply: a pump stands with the engine.
      def fed(inputs) = inputs.supply && (rpm.positive? || !build.pumped?) ? @v[:feed] : 0.0

      # What goes into the cylinders.
      def burn(h)
        left = film.step(h, fueling.flow, **wetting, air: intake.air, drawn: intake.drawn)
        @burnt += left * h
        vapor = left * build.burning.by_warmth("vapor", warmth)
        @mixture = vapor.positive? ? [intake.dry / vapor / fuel.ratio, THIN].min : THIN
      end

      def wetting
        share = build.burning.by_warmth("film_share", warmth) * @v[:wet]
        { share: share.clamp(0.0, 0.9), lag: build.two_stroke? ? carried_off : dried }
      end

      # The walls dry the faster the thinner the air is. s
      def dried
        build.burning.by_warmth("film_seconds", warmth) * (intake.pressure / build.geometry.weather.pressure)
      end

      # What lies in a crankcase goes with the air that is blown through it. s
      def carried_off = (build.figures["crankcase"] * @v[:displacement] / [intake.drawn, 1e-5].max).clamp(0.05, 20.0)

      def turn(h, inputs)
        vacuum = intake.vacuum
        charge = { mixture: mixture, burnt: build.burnt(intake.pressure), key: inputs.key }
        crank.step(h, intake.drawn * build.work * (1 - slow(vacuum)), charge,
                   against: build.two_stroke? ? 0.0 : vacuum, load: load(inputs),
                   sluggish: build.burning.sluggish(warmth),
                   starter: inputs.starter ? @v[:starter] * Math::PI / 30 : 0.0)
      end

      def slow(vacuum) = build.setting.slow(vacuum, build.geometry.weather.pressure)

      def load(inputs)
        line = build.setting.load * crank.speed * crank.speed * inputs.line
        geared = inputs.gear * build.setting.load * ((@v[:rpm] * Math::PI / 30)**2)
        over = inputs.hold ? [crank.speed - (inputs.hold * Math::PI / 30), 0.0].max : 0.0
        line + geared + (over * @v[:inertia] / HOLDS)
      end
    end
  end
end
