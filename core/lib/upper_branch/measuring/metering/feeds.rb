# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # What the main and idle circuits of the first barrels give, each reckoning with the other where the idle jet
      # draws from the main well. kg/s for all barrels together.
      class Feeds
        PASSES = 8
        NEAR = 5e-4

        # idle, transition, main, power: fuel; beside: air that comes with the idle mixture; uncovered: m2 of slot or
        # holes behind the edge
        Fed = Struct.new(:idle, :transition, :main, :power, :beside, :uncovered, keyword_init: true)

        # first: Bank; idle: IdleCircuit of each of its barrels; source: pressure on the fuel, Pa
        def initialize(first:, idle:, source:, weather:)
          @first = first
          @idle = idle
          @source = source
          @weather = weather
        end

        # own: air by the barrels; over: Pa by which the pressure on the fuel stands higher than usual, as by its level
        def at(own, position, manifold, over: 0.0)
          taken = 0.0
          main = idle = nil
          PASSES.times do
            main = @first.fed(own, position, manifold, vacuum: @weather.pressure - manifold, source: @source + over,
                                                       taken: taken)
            idle = trickle(own, position, manifold, over, main.last)
            break if (@idle.taken(idle) - taken).abs <= NEAR * idle.fuel

            taken = @idle.taken(idle)
          end
          fed(main, idle, position)
        end

        private

        def trickle(own, position, manifold, over, well)
          barrel = @first.barrel
          @idle.flow(barrel.throttle.edge(position), engine: manifold, source: @source + over, well: well,
                                                     before: barrel.before(own / @first.count, manifold))
        end

        def fed(main, idle, position)
          count = @first.count
          Fed.new(idle: idle.port * count, transition: idle.shown * count, main: main[0], power: main[1],
                  beside: idle.air * count, uncovered: @idle.uncovered(@first.barrel.throttle.edge(position)))
        end
      end
    end
  end
end
