# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # What passes through the carburetor at a throttle against a pressure in the manifold: the circuits of the mixture
      # curve (Measuring::Metering), which are taken to answer at once. SI, for all barrels together.
      #
      #   circuits.first(0.06, 40_000, 0.0)   # => First: air 2.9e-3 kg/s, ...
      class Circuits
        # own: air past the throttles; beside: air with the idle mixture; idle, transition, main, power: fuel, all kg/s;
        # signal: at the main nozzle, Pa; slope: how much less air for each Pa in the manifold
        First = Struct.new(:own, :beside, :idle, :transition, :main, :power, :signal, :slope, keyword_init: true) do
          def air = own + beside
          def trickle = idle + transition
        end
        Second = Struct.new(:own, :fuel, :slope, keyword_init: true)
        NONE = Second.new(own: 0.0, fuel: 0.0, slope: 0.0).freeze

        # Cells lie nearer where the throttle is nearly shut (root of its way), and where the manifold nears the air
        # outside (root of the suction, in which the flow is nearly straight).
        WAY = 1 / 40.0
        SUCTION = 1 / 28.0
        LEAST = 1e-3 # of the root of the suction
        MOST = 0.99
        OVER = [-32_000, -8000, -3000, -1000, -400, -160, -80, -40, 0, 40, 80, 160, 400, 1000, 3000, 8000, 32_000]
               .map(&:to_f).freeze # Pa

        # geometry: Measuring::Metering::Geometry
        def initialize(geometry)
          @geometry = geometry
          @outside = geometry.weather.pressure
          @first = lattice { |way, manifold, over| first_node(way, manifold, over) }
          @second = lattice { |way, manifold, over| second_node(way, manifold, over) } if geometry.second
        end

        # way: 0 shut to 1 open; manifold: Pa; over: Pa by which the pressure on the fuel is higher than the air before
        # the throats. before: Pa of that air
        def first(way, manifold, over, before = @outside)
          values, slope, thin, bend = asked(@first, way, manifold, over, before)
          own, beside, idle, transition, main, power, signal = values
          First.new(own: own * thin, beside: beside * thin, idle: idle, transition: transition, main: main,
                    power: power, signal: signal * thin, slope: slope * thin * bend)
        end

        def second(way, manifold, over, before = @outside)
          return NONE unless @second && way.positive?

          values, slope, thin, bend = asked(@second, way, manifold, over, before)
          Second.new(own: values[0] * thin, fuel: values[1], slope: slope * thin * bend)
        end

        private

        def lattice
          Lattice.new(WAY, SUCTION, OVER) do |way, suction, over|
            suction = [suction, MOST].min
            yield([way * way, 1.0].min, @outside * (1 - (suction * suction)), over)
          end
        end

        # Thin air before the throats carries everything in proportion; nothing flows against more pressure behind.
        def asked(lattice, way, manifold, over, before)
          suction = Math.sqrt([1 - (manifold / before), 0.0].max).clamp(LEAST, MOST)
          values, slope = lattice.at(Math.sqrt(way.clamp(0.0, 1.0)), suction, over)
          [values, slope, manifold < before ? before / @outside : 0.0, 1 / (2 * suction * before)]
        end

        def first_node(way, manifold, over)
          bank = @geometry.first
          position = bank.barrel.between(bank.barrel.throttle.shut, way)
          own = bank.air(position, manifold)
          fed = @geometry.feeds.at(own, position, manifold, over: over)
          [own, fed.beside, fed.idle, fed.transition, fed.main, fed.power, bank.signal(own, position, manifold)]
        end

        def second_node(way, manifold, over)
          bank = @geometry.second
          position = bank.position(way)
          own = bank.air(position, manifold)
          main, power, = bank.fed(own, position, manifold, vacuum: @outside - manifold,
                                                           source: @geometry.source + over)
          [own, main + power]
        end
      end
    end
  end
end
