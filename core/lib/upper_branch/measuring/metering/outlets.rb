# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # The small holes by which the idle circuit comes out: the port, always behind the edge of plate or slide, and the
      # slot or holes that the edge uncovers as it opens. m, m2.
      class Outlets
        # port: m2; slot: {above:, long:, wide:} or holes: {above:, bore:, apart:, count:}; above: from the shut edge to
        # where it begins; coefficient: of discharge
        def initialize(port:, coefficient:, slot: nil, holes: nil)
          @port = port
          @slot = slot
          @holes = holes
          @coefficient = coefficient
        end

        # [[m2 times coefficient, Pa], ...]: the port, what is uncovered, what is not. edge: m that it has risen;
        # engine, air: pressures behind it and before
        def openings(edge, engine, air)
          free = uncovered(edge)
          [[@port, engine], [free, engine], [whole - free, air]].map { |area, at| [@coefficient * area, at] }
        end

        # m2 of slot or holes that the edge has uncovered.
        def uncovered(edge)
          return @slot[:wide] * (edge - @slot[:above]).clamp(0.0, @slot[:long]) if @slot

          starts.sum { |start| Throats.segment(@holes[:bore], edge - start) }
        end

        def whole
          return @slot[:wide] * @slot[:long] if @slot

          starts.sum { Jets.area(@holes[:bore]) }
        end

        private

        def starts
          return [] unless @holes && @holes[:bore].positive?

          Array.new(@holes[:count]) { |i| @holes[:above] + (i * @holes[:apart]) }
        end
      end
    end
  end
end
