# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Drills and what to take for a wanted hole: by number (ASME B94.11M, the table in core/knowledge/worktop.yml), by
    # fraction (sixty-fourths of an inch) and metric (steps of 0.05 mm). Diameters in m.
    #
    #   Drills.new(table).of("any").nearest(0.00119).name   # => "3/64 in"
    class Drills
      Drill = Struct.new(:name, :kind, :diameter)

      INCH = 0.0254
      SIXTY_FOURTHS = (1..15) # up to the largest number drill
      METRIC = (6..120) # twentieths of a millimeter: 0.3 to 6.0

      # inches: {number => diameter in inches}
      def self.all(inches)
        new(inches.map { |number, inch| Drill.new("number #{number}", "number", inch * INCH) } +
            SIXTY_FOURTHS.map { |n| Drill.new("#{Rational(n, 64)} in", "fraction", n / 64.0 * INCH) } +
            METRIC.map { |n| Drill.new("#{Words.number(n / 20.0)} mm", "metric", n / 20_000.0) })
      end

      def initialize(drills)
        @drills = drills.sort_by { |drill| [drill.diameter, drill.name] }
      end

      # Those of one kind ("number", "fraction", "metric"), or of "any".
      def of(kind) = kind == "any" ? self : Drills.new(@drills.select { |drill| drill.kind == kind })

      def diameter(name) = @drills.find { |drill| drill.name == name }&.diameter

      def nearest(wanted)
        @drills.min_by { |drill| (drill.diameter - wanted).abs }
      end

      # The largest that does not go over, nil when all do.
      def below(wanted)
        @drills.reverse.find { |drill| drill.diameter <= wanted + 1e-9 }
      end

      # The next larger: its tip turned down over the lands to the wanted size where no step is sold.
      def above(wanted)
        @drills.find { |drill| drill.diameter > wanted + 1e-9 }
      end
    end
  end
end
