# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Number drills and what to take for a wanted hole. Diameters in m. Table: core/knowledge/worktop.yml (ASME
    # B94.11M).
    #
    #   Drills.new(table).nearest(0.00124)   # => {"number" => 56, below: ..., above: ...}
    class Drills
      Drill = Struct.new(:number, :diameter)

      # inches: {number => diameter in inches}
      def initialize(inches)
        @drills = inches.map { |number, inch| Drill.new(number, inch * 0.0254) }.sort_by(&:diameter)
      end

      def diameter(number)
        @drills.find { |drill| drill.number == number }&.diameter
      end

      def nearest(wanted)
        @drills.min_by { |drill| (drill.diameter - wanted).abs }
      end

      # The largest that does not go over, nil when all do.
      def below(wanted)
        @drills.reverse.find { |drill| drill.diameter <= wanted + 1e-9 }
      end

      # The next larger: thinned over its lands to the wanted size where no step is sold.
      def above(wanted)
        @drills.find { |drill| drill.diameter > wanted + 1e-9 }
      end
    end
  end
end
