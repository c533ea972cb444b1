# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Loops
      # Idle mixture of an aircraft engine by the rise on a slow cut-off: too much rise is rich, none is lean. The
      # engine is stopped for every turn of a screw; turns count toward rich, from where it was found.
      class StopAdjustStart < Loop
        def curve = through("rich", "rise")

        private

        def needed = %w[low high idle]

        def step
          mixture || idle || settled(rise: last["rise"], idle: last["idle"])
        end

        def mixture
          tried = @rounds.map { |row| [row["rich"], side(row["rise"])] }
          bracket = Bracket.new(tried, step: limit("step"), finest: limit("finest"), within: -6..6)
          return if bracket.right?
          return stop("meet") if bracket.meet? || bracket.at_end?

          go(side(last["rise"]) == :high ? "leaner" : "richer", { "rich" => bracket.next, "stop" => last["stop"] })
        end

        # Too little rise: more fuel is wanted.
        def side(rise)
          return :high if rise > @goals["high"]

          rise < @goals["low"] ? :low : :right
        end

        def idle
          off = last["idle"] - @goals["idle"]
          return if off.abs <= limit("rpm")

          by = off.positive? ? -limit("stop_step") : limit("stop_step")
          go("trim", { "rich" => last["rich"], "stop" => (last["stop"] + by).round(3) }, idle: @goals["idle"])
        end
      end
    end
  end
end
