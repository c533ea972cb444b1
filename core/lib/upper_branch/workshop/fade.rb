# frozen_string_literal: true

module UpperBranch
  module Workshop
    # A line that brings less than the engine asks for empties the bowl: after how many seconds, by the flow that was
    # timed, and whether the stopwatch says the same.
    #
    #   fade = Fade.of(job)
    #   fade.seconds    # => 21.4, or nil while it keeps up
    #   fade.compared   # => "It faded after 20 s, as the flow foretold: starvation."
    class Fade
      ALIKE = (0.67..1.5) # foretold over timed, within which they say the same (bowl volumes are from memory)

      # nil until a flow has been timed and the engine's demand is known.
      def self.of(job)
        flow = job.findings.reverse.find { |one| timed?(job, one) }
        flow && job.machine.engine.demand ? new(job, flow) : nil
      end

      def self.timed?(job, finding)
        finding.kind == :check && finding.reading&.value &&
          job.catalogue.check(finding.id).reading["asks"] == "demand"
      end
      private_class_method :timed?

      attr_reader :seconds

      def initialize(job, flow)
        @job = job
        supply = Measuring::Units.to_si(flow.reading.value, flow.reading.unit)
        @margin = supply / job.machine.engine.demand
        @seconds = job.machine.engine.fades_after(supply)
      end

      # What to expect of it, before it is held at full throttle.
      def expected
        times = "#{Measuring::Words.number(@margin.round(2))} times what the engine asks for"
        return "By the timed flow, #{times}, it should not fade for want of supply." unless @seconds

        "By the timed flow, #{times}, it should fade after about #{@seconds.round} s flat out."
      end

      # What the stopwatch makes of it, or nil while nobody has held it.
      def compared
        held = @job.findings.reverse.find { |one| held?(one) } or return
        timed = held.reading.value.round
        return "It faded after #{timed} s though enough arrives: look behind the bowl, at its passage." unless @seconds
        if ALIKE.cover?(@seconds / held.reading.value)
          return "It faded after #{timed} s, as the flow foretold: starvation."
        end

        "It faded after #{timed} s, the flow foretold #{@seconds.round}: look at the bowl, or at the passage behind it."
      end

      def to_h = { seconds: @seconds&.round, margin: @margin.round(3), expected: expected, compared: compared }

      private

      # Held against the clock, and faded.
      def held?(finding)
        check = finding.kind == :check && @job.catalogue.check(finding.id)
        check && check.note == "fade" && finding.reading&.value && !finding.words.include?(check.normal)
      end
    end
  end
end
