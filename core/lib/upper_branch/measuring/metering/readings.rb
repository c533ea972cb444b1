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

        # id, name, kind, unit, least and most of what is typed
        FIELDS = [["rpm", "Speed", "speed", "rpm", 200, 16_000], ["lambda", "Lambda", "lambda", "lambda", 0.5, 2],
                  ["u", "Its uncertainty", "lambda", "lambda", 0.002, 0.3]].freeze
        AT = { "opening" => ["at", "Throttle", "ratio", "%", 0, 100],
               "vacuum" => ["at", "Vacuum", "pressure", "inHg", 0.1, 28] }.freeze

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
          input = CalculatorInput.new(%w[id name kind unit min max].zip(field).to_h)
          input.read({ "value" => row[field.first] }).value
        rescue Invalid => e
          raise Invalid.new("measured/#{index}/#{field.first}", e.message)
        end
      end
    end
  end
end
