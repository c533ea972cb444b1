# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Instruments
      # Timed flow at points along the fuel line: ample or not against the demand, and where it is short. data:
      # {"inputs" => {"volume", "times", "head", "points" => [which of the rule's points, in order], "demand" =>
      # mL/min}}
      class Segments < Calculated
        private

        def answer
          @points = @inputs["points"] || along.first(Array(@inputs["times"]).size)
          @demand = @inputs["demand"] || @rule["demand"]
          unless points_fit?
            raise Invalid.new(
              "reading/inputs/points",
              "Points are some of #{along.join(', ')}, in the order of flow, one for each time"
            )
          end
          unless @demand.nil? || (@demand.is_a?(Numeric) && @demand.positive?)
            raise Invalid.new("reading/inputs/demand", "The demand is a number above 0, in mL/min")
          end

          @inputs = @inputs.except("points", "demand")
          super
        end

        # Ids of the rule's points in the order of flow.
        def along = @rule["points"].map { |point| point["id"] }

        def points_fit?
          @points.is_a?(Array) && @points == along & @points && @points.size == Array(@inputs["times"]).size
        end

        def judged(answer)
          volume, times = %w[volume times].map { |id| input(id) }
          flows = times.value.map { |time| volume.value / time }
          unsure = flows.zip(times.value).map { |flow, time| flow * times.uncertainty / time }
          arrives = Estimate.new(flows.last, Math.hypot(unsure.last, flows.last * volume.uncertainty / volume.value))
          Reading.new(
            value: Units.from_si(flows.last, "mL/min"),
            unit: "mL/min",
            uncertainty: Units.from_si(arrives.uncertainty, "mL/min"),
            says: answer.says,
            facts: facts(answer),
            chances: words(arrives, flows, unsure)
          )
        end

        # The volume is the same at every point: it is unsure for what arrives, not for where it is lost.
        def words(arrives, flows, unsure)
          short, ample = demand ? by_demand(arrives) : by_loss(flows)
          { @rule["roles"]["ample"] => ample }.merge(where(flows, unsure).transform_values { |chance| short * chance })
        end

        # {word of a point => chance that the line is tight there}. One timing says only that it is somewhere before.
        def where(flows, unsure)
          at = @rule["points"].to_h { |point| point.values_at("id", "short") }
          if flows.one?
            before = along.first(along.index(@points.first) + 1)
            return before.to_h { |point| [at[point], 1.0 / before.size] }
          end

          chances = Restriction.new(flows, unsure, input("head").value).tightest_chances
          @points.each_with_index.to_h { |point, i| [at[point], chances[i]] }
        end

        def by_demand(arrives)
          margin = arrives.value / demand
          unsure = Math.hypot(arrives.uncertainty / arrives.value, demand_unsure)
          Estimate.new(margin, margin * unsure).shares([@rule["thin"]])
        end

        # As a share of the demand: by what the engine is known by, or as a figure that was typed usually is.
        def demand_unsure
          typed = @demand != @rule["demand"] || @rule["demand_unsure"].nil?
          typed ? @rule["unsure"] : @rule["demand_unsure"]
        end

        def ask_demand
          raise Invalid.new("reading/inputs/demand",
                            "#{@rule['name']}: say what the engine asks for, or its power, or its displacement and " \
                            "full speed: without that nobody can call it ample")
        end

        def demand
          @demand && Units.to_si(@demand, "mL/min")
        end

        # No demand known: short when the line loses most of what the first point gives; what is left cannot be called
        # ample.
        def by_loss(flows)
          ask_demand if flows.one? || flows.last > 0.6 * flows.first
          short = Uncertainty.normal_cdf((0.6 - (flows.last / flows.first)) / 0.1)
          [short, 1 - short]
        end
      end
    end
  end
end
