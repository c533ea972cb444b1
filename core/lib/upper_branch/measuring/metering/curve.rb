# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # The mixture of one carburetor from idle to full: lambda, and what each circuit gives of it.
      #
      #   curve = sheet.curve({})
      #   curve.points.first.mixture   # lambda at idle
      #
      # The speed rises from idle to the speed under load over the first part of the throttle's way and is then held, as
      # by a brake.
      class Curve
        POINTS = 33
        # Points lie nearer at the idle, where plate and circuits change fastest.
        BENT = 1.7
        CIRCUITS = %i[idle transition main power second].freeze

        # sheet: Sheet; values: SI by field
        def initialize(sheet, values)
          @sheet = sheet
          @values = values
        end

        # Carburetor::Point from idle to full.
        def points
          @points ||= openings.drop(1).each_with_object([idle]) { |share, list| list << at(share, list.last.beside) }
        end

        def idle
          @idle ||= carburetor.at_vacuum(@values[:idle_vacuum], @values[:idle_rpm]).tap { |point| enough(point) }
        end

        # share: of the throttle's way from idle to full
        def at(share, beside = idle.beside, rpm = speed(share))
          carburetor.at_opening(idle.stand.position, share, rpm, beside: beside)
        end

        def speed(share)
          low, high = @values.values_at(:idle_rpm, :rpm)
          low + ((high - low) * [share / @sheet.limits["loaded"], 1].min)
        end

        # Share of the throttle's way at which a circuit first gives more than a hundredth of the fuel, or nil.
        def begins(circuit)
          point = points.find { |one| one.fuel[circuit] > 0.01 * one.fuel.values.sum }
          point&.stand&.share
        end

        # Lambda at idle with the mixture screw a quarter of a turn further out; nil where it has none.
        def quarter_out
          return unless @values[:turns]

          moved = @values.merge(turns: @values[:turns] + 0.25)
          @sheet.carburetor(moved).at_vacuum(@values[:idle_vacuum], @values[:idle_rpm]).mixture
        end

        def says = CurveWords.new(self, @values, @sheet.limits).to_a
        attr_reader :values

        private

        def carburetor = @carburetor ||= @sheet.carburetor(@values)
        def openings = (0...POINTS).map { |i| (i / (POINTS - 1.0))**BENT }

        # The engine must have its idle air by the throttle, not by the leak alone, and must not need more than there
        # is.
        def enough(point)
          alone = !point.stand.own.positive?
          refuse("leak", "The leak alone brings more air than this idle takes: it would not come down") if alone
          return if point.stand.position < carburetor.open

          refuse("idle_vacuum", "Even wide open the throttle lets in less air than such an idle takes: look at " \
                                "vacuum, speed and bore")
        end

        def refuse(field, says)
          raise Invalid.new(field, says)
        end
      end
    end
  end
end
