# frozen_string_literal: true

module UpperBranch
  module Practice
    # The engine of an exercise under somebody's hands: run for a moment with what is done to it, read ten times a
    # second, and put away until it is asked for again.
    #
    #   live = LiveEngine.new(catalogue, "car-one", { "base-leak" => 0.8 }, state: kept)
    #   live.run(1.0, { "throttle" => 0.2, "key" => true })   # => [{rpm: 1490, vacuum: 17.1, lambda: 0.93, ...}, ...]
    #   live.state                                            # plain data, for next time
    class LiveEngine
      LONGEST = 2.0 # s at once
      EVERY = 20 # steps between two readings
      SENSED = Engine::Run::SENSED
      SHARES = %w[throttle choke cover].freeze # 0 to 1

      # faults: {fault id => severity}; state: as before, nil for an engine that stands cold; what another version of
      # the engine has left is not taken up
      def initialize(catalogue, family, faults, state: nil)
        @engine = Engine.new(KeptBuild.of(catalogue, family, faults), seed: 1)
        @engine.resume(state) if state && shape(state) == shape(@engine.state)
      end

      def state = @engine.state

      # Runs warm at its idle.
      def warm = @engine.idle_warm

      # Stands for so many minutes.
      def stand(minutes) = @engine.stand(minutes * 60)

      # done: {"throttle", "choke" (nil: as its warmth asks), "cover", "load", "key", "starter"}. Raises Invalid.
      def run(seconds, done)
        inputs = inputs(done)
        raise Invalid.new("seconds", "A time over 0, to #{LONGEST} s") unless seconds.positive? && seconds <= LONGEST

        @counted = @engine.crank.counts
        (seconds / Engine::STEP).round.times.filter_map do |i|
          @engine.step(Engine::STEP, inputs)
          reading if ((i + 1) % EVERY).zero?
        end
      end

      private

      def shape(state)
        case state
        when Hash then state.transform_values { |part| shape(part) }
        when Array then state.map { |part| shape(part) }
        end
      end

      def inputs(done)
        SHARES.each { |name| within(name, done[name], 1) unless done[name].nil? }
        within("load", done["load"] || 0, 2)
        Engine::Inputs.idle.with(throttle: done["throttle"] || 0.0, choke: done["choke"], cover: done["cover"] || 0.0,
                                 line: done["load"] || 0.0, key: done["key"] != false, starter: done["starter"] == true)
      end

      def within(name, value, most)
        return if value.is_a?(Numeric) && value.between?(0, most)

        raise Invalid.new(name, "#{name}: a number from 0 to #{most}")
      end

      def reading
        { time: @engine.time.round(2), rpm: @engine.rpm.round, vacuum: inhg(@engine.intake.vacuum),
          pressure: (@engine.intake.pressure / 1000).round(2), **strokes,
          lambda: @engine.running? ? @engine.mixture.clamp(*SENSED).round(3) : nil, opened: @engine.opened.round(3),
          warmth: (@engine.warmth - 273.15).round(1), running: @engine.running?, filled: @engine.bowl.filled.round(3),
          flows: flows }
      end

      # Strokes that burned, and that did not, since the reading before.
      def strokes
        fired, *missed = @engine.crank.counts.zip(@counted).map { |now, before| now - before }
        @counted = @engine.crank.counts
        { fired: fired, missed: missed.sum }
      end

      def inhg(pascal) = [Measuring::Units.from_si(pascal, "inHg"), 0.0].max.round(2)

      # g/h by circuit.
      def flows = @engine.fueling.flows.transform_values { |flow| (flow * 3.6e6).round(1) }
    end
  end
end
