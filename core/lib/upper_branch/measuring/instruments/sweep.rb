# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Instruments
      # The mixture screw swept step by step: where the peak lies against where the screw was found.
      # data: {"value" => turns it was found at, "inputs" => {"turns" => [...], "values" => [...]}}
      class Sweep < Calculated
        # Turns: a peak so near to where it stood is "at its peak" (a quarter is the usual step, common practice).
        NEAR = 0.2

        private

        def judged(answer)
          sweep = MixtureSweep.new(input("turns").value, input("values").value, noise: input("values").uncertainty)
          found = @inputs["found"] || input("turns").value.first
          refuse_found(found) unless found.is_a?(Numeric) && found.between?(0, 12)
          Reading.new(
            value: sweep.peak,
            unit: "turns",
            uncertainty: sweep.peak_uncertainty,
            chances: words(sweep, found),
            says: answer.says,
            facts: facts(answer),
            curve: answer.curve
          )
        end

        def answer
          @found = @inputs["found"]
          @inputs = @inputs.except("found")
          super.tap { @inputs = @inputs.merge("found" => @found).compact }
        end

        def refuse_found(_found)
          raise Invalid.new("reading/inputs/found", "Say how many turns out the screw stood when it was found, 0 to 12")
        end

        def words(sweep, found)
          chances = sweep.chances
          lower, near, higher =
            (
              if sweep.peak
                Uncertainty.shares(sweep.peak, [sweep.peak_uncertainty, 0.02].max, [found - NEAR, found + NEAR])
              else
                [0.0, 0.0, 0.0]
              end
            )
          leaner, richer = @rule["reversed"] ? [higher, lower] : [lower, higher]
          inside = chances["inside"]
          roles = @rule["roles"]
          {
            roles["near"] => inside * near,
            roles["richer"] => inside * richer,
            roles["leaner"] => inside * leaner,
            roles["flat"] => chances["flat"],
            roles["outside"] => chances["below"] + chances["above"]
          }
        end
      end
    end
  end
end
