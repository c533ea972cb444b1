# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Loops
      # H, L and T of a handheld two-stroke. What can wreck it comes first: over the maker's maximum, or running smooth
      # (lean) at full speed, is let down and richened at once. Then L by how it picks up, H by how it four-strokes, and
      # T last of all, since L moves the idle.
      class HighLow < Loop
        def curve = through("high", "full")

        private

        def needed = %w[most idle]

        def step
          over || low || high || tick || settled(low: last["low"], high: last["high"], idle: last["idle"])
        end

        def over
          over = last["full"] && last["full"] > @goals["most"]
          return unless over || last["top"] == "screams"

          word = over ? "over" : "screams"
          richer = (last["high"] + limit("step")).round(3)
          return stop("high-end") if richer > limit("high_end")

          go(word, hold("high" => richer), most: @goals["most"])
        end

        # Out is richer on both screws.
        def low
          bracket = Bracket.new(tried("low", "pickup", "lean" => :low, "clean" => :right, "rich" => :high), **steps)
          turn(bracket, "low", "pickup-#{last['pickup']}", "low-meet")
        end

        def high
          return go("full", hold) unless last["top"]

          sides = { "screams" => :low, "light" => :right, "heavy" => :high }
          turn(Bracket.new(tried("high", "top", sides), **steps), "high", "top-#{last['top']}", "high-meet")
        end

        def turn(bracket, screw, word, meet)
          return if bracket.right?
          return stop(meet) if bracket.meet? || bracket.at_end?

          go(word, hold(screw => bracket.next))
        end

        # T in is faster: the speed screw counts turns in.
        def tick
          off = last["idle"] - @goals["idle"]
          creeps = last["creeps"] == "yes"
          return unless creeps || off.abs > limit("rpm")
          return stop("clutch") if creeps && off < -limit("rpm")

          by = creeps || off.positive? ? -limit("step") : limit("step")
          go(by.negative? ? "down" : "up", hold("tick" => (last["tick"] + by).round(3)), idle: @goals["idle"])
        end

        # All screws where they stand, but for what is turned.
        def hold(turned = {}) = last.slice("low", "high", "tick").merge(turned)
        def steps = { step: limit("step"), finest: limit("finest"), within: 0..limit("high_end") }

        def tried(screw, told, sides)
          @rounds.filter_map { |row| [row[screw], sides.fetch(row[told])] if row[told] }
        end
      end
    end
  end
end
