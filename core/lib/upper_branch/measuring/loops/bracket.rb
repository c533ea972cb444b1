# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Loops
      # A setting between too little and too much: a step toward the better side until both sides were seen, then the
      # middle of what is left.
      #
      #   Bracket.new([[1, :low], [1.25, :high]], step: 0.25, finest: 1.0 / 16).next   # => 1.125
      class Bracket
        # tried: [[setting, :low | :right | :high], ...] as they were taken; low: more of the setting is wanted
        def initialize(tried, step:, finest:, within: 0..)
          @tried = tried
          @step = step
          @finest = finest
          @within = within
        end

        def right? = @tried.any? && @tried.last.last == :right

        # The setting to try next; nil when the last was right, when nothing was tried, or when both sides meet.
        def next
          return if @tried.empty? || right? || meet?

          low, high = sides
          return clamped((low + high) / 2.0) if low && high

          at, side = @tried.last
          clamped(side == :low ? at + @step : at - @step)
        end

        # Too little and too much lie closer together than can be set: something else is wrong.
        def meet?
          low, high = sides
          low && high && (high - low) <= @finest
        end

        # Nothing left to turn.
        def at_end? = !right? && !meet? && @tried.any? && self.next == @tried.last.first

        private

        # The highest that was too low and the lowest that was too high; what the latest round contradicts is forgotten
        # (the engine has warmed up, another setting has moved).
        def sides
          low = high = nil
          @tried.each do |at, side|
            if side == :low
              low = at
              high = (high if high && high > at)
            end
            if side == :high
              high = at
              low = (low if low && low < at)
            end
            low = high = nil if side == :right
          end
          [low, high]
        end

        def clamped(setting) = setting.clamp(@within).round(6)
      end
    end
  end
end
