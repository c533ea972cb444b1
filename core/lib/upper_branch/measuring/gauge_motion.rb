# frozen_string_literal: true

module UpperBranch
  module Measuring
    # What the needle of a vacuum gauge does, and what that means: it stands, flicks, drifts or wanders. The word and
    # the sentence come from the same chances.
    #
    #   motion = GaugeMotion.new(pattern, cycle: 0.16, firing: 0.04, limits: limits)
    #   motion.shares   # => {"still" => 0.0, "flick" => 0.97, "drift" => 0.0, "wander" => 0.03}
    #   motion.says     # => "It flicks every 0.16 s, once a working cycle: one cylinder."
    #
    # pattern: SignalPattern in Pa; cycle, firing: s of one working cycle, and from one cylinder's to the next; limits:
    # in inHg, of worktop.yml
    class GaugeMotion
      INCH = Units.to_si(1, "inHg")
      A_CYCLE = 4 # readings a cycle from which it can be told how often a flick comes

      def initialize(pattern, cycle:, firing:, limits:)
        @pattern = pattern
        @cycle = cycle
        @firing = firing
        @limits = limits
      end

      # Moves first: a flick falls and comes back, a drift goes one way, a wander does neither.
      def shares
        @shares ||= begin
          drift = soft(drifted, @limits[:drift]) * (drifted > 2 * spread ? 1 : 0.3)
          moving = soft(spread, @limits[:spread]) * (1 - drift)
          quick = @pattern.period && @pattern.period < @limits[:slowest] ? 1 : 0.2
          flick = moving * soft(dip / [spread, 0.05].max, @limits[:flick]) * quick
          { "still" => [1 - drift - moving, 0.0].max, "flick" => flick, "drift" => drift, "wander" => moving - flick }
        end
      end

      def says
        case shares.max_by(&:last).first
        when "still" then "It stands: what moves is under #{Words.number(@limits[:spread])} inHg."
        when "drift" then drift_says
        when "flick" then "It flicks#{beat}"
        else "It wanders#{swing}"
        end
      end

      private

      def spread = @pattern.spread / INCH
      def dip = @pattern.dip / INCH
      def drifted = @pattern.drifted.abs / INCH

      # 0 well below a limit, 1 well above, a half at it.
      def soft(value, limit) = Uncertainty.normal_cdf((value - limit) / (0.2 * limit))

      def drift_says
        way = @pattern.drifted.negative? ? "falls" : "rises"
        "It #{way} by #{Words.number(drifted.round(1))} inHg and does not come back."
      end

      # How often, as far as the readings came fast enough to tell.
      def beat
        return "." unless @pattern.period

        seconds = format("%.2f", @pattern.period)
        return too_slow if @pattern.interval * A_CYCLE > @cycle
        return " every #{seconds} s, once a working cycle: one cylinder." if close?(@cycle)
        return " every #{seconds} s, with each firing: the needle follows the engine." if close?(@firing)

        " every #{seconds} s, not in step with the engine."
      end

      def too_slow
        rate = (1 / @pattern.interval).round
        needed = (A_CYCLE / @cycle).ceil
        ". #{rate} readings a second cannot show one cylinder of this engine: that takes #{needed}."
      end

      def swing
        return " and does not repeat." unless @pattern.period

        seconds = format("%.1f", @pattern.period)
        return ", repeating every #{seconds} s." if @pattern.period < 8 * @cycle

        ", repeating every #{seconds} s, far slower than a cylinder: mixture hunting, or the governor chasing."
      end

      def close?(seconds) = (@pattern.period / seconds).between?(0.8, 1.25)
    end
  end
end
