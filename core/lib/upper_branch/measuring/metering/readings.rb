# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # Mixtures measured at the tailpipe, each at a speed and a throttle or a vacuum.
      module Readings
        MOST = 12
        # by: "opening" (share of the throttle's way) or "vacuum" (Pa); at: that; rpm; mixture: lambda; unsure: its
        # standard uncertainty
        Reading = Struct.new(:by, :at, :rpm, :mixture, :unsure, keyword_init: true)

        FIELDS = [
          { "id" => "rpm", "name" => "Speed", "kind" => "speed", "unit" => "rpm", "min" => 200, "max" => 16_000 },
          { "id" => "lambda", "name" => "Lambda", "kind" => "lambda", "unit" => "lambda", "min" => 0.5, "max" => 2 },
          { "id" => "u", "name" => "Its uncertainty", "kind" => "lambda", "unit" => "lambda", "min" => 0.002, "max" => 0.3 }
        ].freeze
        AT = {
          "opening" => { "id" => "at", "name" => "Throttle", "kind" => "ratio", "unit" => "%", "min" => 0, "max" => 100 },
          "vacuum" => { "id" => "at", "name" => "Vacuum", "kind" => "pressure", "unit" => "inHg", "min" => 0.1, "max" => 28 }
        }.freeze

        module_function

        # rows: [{"by", "at", "rpm", "lambda", "u"}]; usual: uncertainty where none is given. Raises Invalid at
        # "measured/0/rpm".
        def read(rows, usual)
          raise Invalid.new("measured", "Give one reading to #{MOST}") unless rows.size.between?(1, MOST)

          rows.each_with_index.map { |row, i| reading({ "u" => usual }.merge(row.compact), i) }
        end

        def reading(row, index)
          at = AT[row["by"]] or raise Invalid.new("measured/#{index}/by", "Say by throttle or by vacuum")
          rpm, mixture, unsure = FIELDS.map { |field| number(field, row, index) }
          Reading.new(by: row["by"], at: number(at, row, index), rpm: rpm, mixture: mixture, unsure: unsure)
        end

        def number(field, row, index)
          CalculatorInput.new(field).read({ "value" => row[field["id"]] }).value
        rescue Invalid => e
          raise Invalid.new("measured/#{index}/#{field['id']}", e.message)
        end
      end
    end
  end
end
