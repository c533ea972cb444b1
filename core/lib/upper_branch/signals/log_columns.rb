# frozen_string_literal: true

module UpperBranch
  module Signals
    # The columns of a data log, known by their names and units whatever the logger calls them.
    #
    #   LogColumns.recognized(["Time (ms)", "Engine Speed (rpm)"], 3)
    #   # => {"time" => {index: 0, name: "Time (ms)", unit: "s", factor: 0.001}, "rpm" => {...}}
    module LogColumns
      Known = Struct.new(:names, :units, :unit, keyword_init: true) do
        # text: lower case, without what stands in brackets
        def called?(text)
          names.include?(text) || units.keys.any? { |one| names.include?(text.delete_suffix(" #{one}")) }
        end

        # The unit at the end of a name, else our own.
        def unit_in(text) = units.keys.find { |one| text.end_with?(" #{one}") } || unit.downcase
      end

      # Our column => words it goes by, and the units it may be in with the factor to ours.
      KNOWN = {
        "time" => Known.new(names: %w[time t timestamp seconds elapsed], unit: "s",
                            units: { "s" => 1.0, "sec" => 1.0, "ms" => 0.001, "min" => 60.0 }),
        "rpm" => Known.new(names: ["rpm", "engine speed", "enginespeed", "revs", "n"], unit: "rpm",
                           units: { "rpm" => 1.0, "1/min" => 1.0, "hz" => 60.0 }),
        "throttle" => Known.new(names: ["throttle", "tps", "throttle position", "pedal"], unit: "%",
                                units: { "%" => 1.0, "deg" => 100.0 / 90 }),
        "pressure" => Known.new(names: ["map", "manifold pressure", "manifold"], unit: "kPa",
                                units: { "kpa" => 1.0, "bar" => 100.0, "psi" => 6.894757, "inhg" => 3.386389 }),
        "lambda" => Known.new(names: %w[lambda wideband], unit: "lambda", units: { "lambda" => 1.0 }),
        "afr" => Known.new(names: ["afr", "air fuel ratio", "air-fuel ratio"], unit: "afr", units: { "afr" => 1.0 }),
        "speed" => Known.new(names: ["speed", "vehicle speed", "road speed"], unit: "km/h",
                             units: { "km/h" => 1.0, "kmh" => 1.0, "mph" => 1.609344, "m/s" => 3.6 })
      }.freeze

      module_function

      # names: cells of the header; line: its number, for messages. Raises Invalid for a unit nobody knows.
      def recognized(names, line)
        names.each_with_index.with_object({}) do |(cell, index), found|
          text = cell.to_s.strip
          bare = text.downcase.sub(/[(\[].*[)\]]/, "").tr("_", " ").strip
          column, known = KNOWN.find { |_, one| one.called?(bare) }
          next if column.nil? || found.key?(column)

          found[column] = { index: index, name: text, unit: known.unit, factor: factor(text, bare, known, line) }
        end
      end

      def factor(text, bare, known, line)
        unit = text.downcase[/[(\[]\s*(.*?)\s*[)\]]/, 1] || known.unit_in(bare)
        known.units[unit] or
          raise Invalid.new("row #{line}, column #{text}",
                            "#{text}: the unit #{unit.inspect} is not known; use #{known.units.keys.join(', ')}")
      end
      private_class_method :factor
    end
  end
end
