# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # What the main and idle circuits of the first barrels give, each reckoning with the other where the idle jet
      # draws from the main well. kg/s for all barrels together.
      class Feeds
        PASSES = 5
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
            main, idle = given(own, position, manifold, over, taken)
            return fed(main, idle, position) if (@idle.taken(idle) - taken).abs <= NEAR * idle.fuel

            taken = @idle.taken(idle)
          end
          main, idle = balanced(own, position, manifold, over)
          fed(main, idle, position)
        end

        private

        # Where a small main jet makes each swing with the other's flow: what is taken is what the well then gives.
        def balanced(*at)
          most = @idle.taken(given(*at, 0.0).last)
          taken = Root.between(0.0, most, within: NEAR) { |flow| @idle.taken(given(*at, flow).last) - flow }
          main, idle = given(*at, taken)
          [main, IdleCircuit::Flow.new(port: share(idle.port, idle, taken), shown: share(idle.shown, idle, taken),
                                       air: idle.air)]
        end

        # Part of an opening in what is taken.
        def share(part, idle, taken) = idle.fuel.positive? ? part * [taken / idle.fuel, 1.0].min : 0.0

        # Main and idle circuits while so much is taken from the well of each barrel, kg/s.
        def given(own, position, manifold, over, taken)
          main = @first.fed(own, position, manifold, vacuum: @weather.pressure - manifold, source: @source + over,
                                                     taken: taken)
          [main, trickle(own, position, manifold, over, main.last)]
        end

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
