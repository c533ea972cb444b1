# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Instruments
      # A vacuum gauge: one steady reading, or a record of how the needle moves.
      # data: {"value", "unit"} or {"inputs" => {"values" => [...], "interval" => s}}
      class Pattern
        def initialize(rule, data, worktop)
          @rule = rule
          @data = data
          @worktop = worktop
        end

        def reading
          return Number.new(@rule, @data, @worktop).reading unless @data["inputs"]

          answer = record
          Reading.new(
            value: @pattern.mean / INCH,
            unit: "inHg",
            uncertainty: @pattern.spread / INCH,
            chances: chances,
            says: answer.says,
            curve: answer.curve,
            facts:
              answer
                .outputs
                .select(&:value)
                .map { |one| { name: one.name, value: one.value.round(one.digits + 1), unit: one.unit } }
          )
        end

        private

        INCH = 3386.389 # Pa in an inHg, NIST SP 811
        private_constant :INCH

        def record
          calculator = @worktop.calculator(@rule["calculator"])
          read =
            %w[values interval].to_h do |id|
              [id, calculator.inputs.find { |one| one.id == id }.read(@data["inputs"][id])]
            end
          @pattern = SignalPattern.new(read["values"].value, interval: read["interval"].value)
          calculator.run(@data["inputs"])
        rescue Invalid => e
          raise Invalid.new(
            e.field.to_s.start_with?("reading/", "series/") ? e.field : "reading/inputs/#{e.field}",
            e.message
          )
        end

        # Moves first: a flick falls and comes back, a drift goes one way, a wander does neither; what does not move is
        # judged by its mean.
        def chances
          drift, flick, wander = moves
          still = [1 - drift - flick - wander, 0.0].max
          low, normal = Uncertainty.shares(@pattern.mean / INCH, 0.3, @rule["cuts"])
          roles = @rule["roles"]
          @rule["words"].zip([still * low, still * normal]).to_h
                        .merge(roles["flick"] => flick, roles["drift"] => drift, roles["wander"] => wander)
        end

        # Chances of [drift, flick, wander].
        def moves
          limits = @rule["moves"]
          spread, dip, drifted = [@pattern.spread, @pattern.dip, @pattern.drifted.abs].map { |value| value / INCH }
          moving = soft(spread, limits["spread"])
          drift = moving_share(soft(drifted, limits["drift"]), drifted > 2 * spread)
          quick = @pattern.period && @pattern.period < limits["slowest"] ? 1 : 0.2
          flick = moving * soft(dip / [spread, 0.05].max, limits["flick"]) * quick * (1 - drift)
          [drift, flick, [(moving * (1 - drift)) - flick, 0.0].max]
        end

        def moving_share(share, clear)
          clear ? share : share * 0.3
        end

        # 0 well below a limit, 1 well above, a half at it.
        def soft(value, limit)
          Uncertainty.normal_cdf((value - limit) / (0.2 * limit))
        end
      end
    end
  end
end
