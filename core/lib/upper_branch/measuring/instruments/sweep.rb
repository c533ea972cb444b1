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
          turns, values, reads = %w[turns values reads].map { |id| input(id) }
          sweep = MixtureSweep.of(turns.value, values.value, reads: reads.value, typed: values.uncertainty,
                                                             limits: @calculator.limits)
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
          places = sweep.peak ? places(sweep, found) : Hash.new(0.0)
          roles = @rule["roles"]
          sided(places).to_h { |role, share| [roles[role], chances["inside"] * share] }.merge(
            roles["flat"] => chances["flat"], roles["outside"] => chances["below"] + chances["above"]
          )
        end

        # Where the peak lies: beyond the usual base to either side; within it, where the screw stood or to either side
        # of that. {"far-lower" | "lower" | "near" | "higher" | "far-higher" => share}
        def places(sweep, found)
          u = [sweep.peak_uncertainty, 0.02].max
          below = ->(turns) { Uncertainty.normal_cdf((turns - sweep.peak) / u) }
          from, to = (@rule["base_cuts"] || [-Float::INFINITY, Float::INFINITY]).map(&below)
          near = [found - NEAR, found + NEAR].map { |turns| below.call(turns).clamp(from, to) }
          { "far-lower" => from, "lower" => near.first - from, "near" => near.last - near.first,
            "higher" => to - near.last, "far-higher" => 1 - to }
        end

        # Lower and higher counts as leaner and richer, by the kind of the screw; half and half where nobody knows it.
        def sided(places)
          lower, higher = @rule["reversed"] ? %w[higher lower] : %w[lower higher]
          richer = { "near" => places["near"], "leaner" => places[lower], "richer" => places[higher],
                     "far-leaner" => places["far-#{lower}"], "far-richer" => places["far-#{higher}"] }
          return richer unless @rule["either_way"]

          { "near" => places["near"] }.merge(evened(richer, "leaner", "richer"),
                                             evened(richer, "far-leaner", "far-richer"))
        end

        def evened(places, one, other)
          half = (places[one] + places[other]) / 2
          { one => half, other => half }
        end
      end
    end
  end
end
