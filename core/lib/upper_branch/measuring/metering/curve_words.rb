# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # What a mixture curve says, in sentences.
      class CurveWords
        # limits: of geometry.yml
        def initialize(curve, values, limits)
          @curve = curve
          @values = values
          @limits = limits
        end

        def to_a = [idle, screw, slot, main, *ends].compact

        private

        def idle
          mixture = @curve.idle.mixture or return "No fuel at idle: it would not run there."

          "At idle lambda #{number(mixture)}."
        end

        # What the screw still has to say.
        def screw
          from = @curve.idle.mixture
          to = from && @curve.quarter_out or return
          moved = (to / from) - 1
          return "The mixture screw has no say at idle: a quarter turn moves it by less than a hundredth." if
            moved.abs < @limits["authority"]

          "A quarter turn out makes the idle #{Words.percent(moved.abs, 0)} #{moved.negative? ? 'richer' : 'leaner'}."
        end

        def slot
          wide = @values[:slot_wide] or return
          squares = @curve.idle.uncovered / (wide * wide)
          return "No slot shows at idle: a stumble off idle is to be expected." if squares < 0.1
          return if squares <= @limits["square"]

          "#{number(squares)} squares of slot show at idle: the plate stands open too far."
        end

        def main
          share = @curve.begins(:main) or return "The main circuit never starts."
          share.zero? ? "The main circuit gives fuel already at idle." : "The main circuit starts at #{way(share)}."
        end

        # The leanest and the richest place, where they are beyond what an engine takes.
        def ends
          dry = @curve.points.drop(1).find { |point| point.mixture.nil? }
          return ["No fuel at #{way(dry.stand.share)}."] if dry

          leanest, richest = @curve.points.minmax_by(&:mixture).reverse
          [lean(leanest), rich(richest)]
        end

        def lean(point)
          "Too lean at #{way(point.stand.share)}: lambda #{number(point.mixture)}." if point.mixture > @limits["lean"]
        end

        def rich(point)
          "Too rich at #{way(point.stand.share)}: lambda #{number(point.mixture)}." if point.mixture < @limits["rich"]
        end

        def way(share) = share.zero? ? "idle" : "#{Words.percent(share, 0)} of the throttle"
        def number(value) = format("%.2f", value)
      end
    end
  end
end
