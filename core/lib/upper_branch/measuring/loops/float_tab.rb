# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Loops
      # Float or fuel level by the tab. The first bend is reckoned from the two arms of the float, each further one from
      # what the last did. A larger number is less fuel (from the lid to the float, from the edge down to the fuel); a
      # bend toward the needle lowers the fuel.
      class FloatTab < Loop
        def curve = through("bend", "level")

        private

        def needed = %w[wanted]

        def step
          off = @goals["wanted"] - last["level"]
          return settled(level: last["level"]) if off.abs <= limit("tolerance")
          return stop("bent") if bends >= limit("bends")

          by = (off / ratio.to_f).clamp(-limit("most"), limit("most"))
          go(by.positive? ? "toward" : "away", { "bend" => (last["bend"] + by).round(2) }, by: by.abs.round(2),
                                                                                           off: off.abs.round(2))
        end

        # mm of level for a mm of bend.
        def ratio
          moved || arms || limit("ratio")
        end

        def arms
          needle, float = @goals.values_at("needle_arm", "float_arm")
          float / needle.to_f if needle && float
        end

        # By the last bend that moved it the way it must.
        def moved
          @rounds.each_cons(2).filter_map do |one, other|
            bent = other["bend"] - one["bend"]
            (other["level"] - one["level"]) / bent.to_f unless bent.zero?
          end.reverse.find { |slope| slope > 0.5 }
        end

        def bends = @rounds.each_cons(2).count { |one, other| one["bend"] != other["bend"] }
      end
    end
  end
end
