# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # A carburetor on its engine in the steady state: what air and fuel go where, at a throttle or a vacuum. SI.
      #
      #   carburetor = Geometry.new(values, coefficients).carburetor
      #   carburetor.at_vacuum(61_000, 800).mixture   # lambda at idle
      #
      # The manifold stands where what comes in (past the throttles, by leaks, with the idle mixture) is what the engine
      # draws. An idle jet may draw from the main well; then each has the other's flow to reckon with.
      class Carburetor
        PASSES = 8
        NEAR = 5e-4

        # Where throttles and manifold stand. position: of the throttle; share: of its way; second: share of the second
        # barrels; own, other: kg/s by the first and second barrels
        Stand = Struct.new(:rpm, :manifold, :position, :share, :second, :own, :other, keyword_init: true)
        # air: kg/s in all, beside: of it by the idle circuits; fuel: kg/s by circuit; uncovered: m2 of slot or holes
        # behind the edge; signal: at the main nozzle, Pa; lift: of needle or piston, m; mixture: lambda, nil without
        # fuel
        Point = Struct.new(:stand, :vacuum, :air, :beside, :fuel, :uncovered, :signal, :lift, :mixture,
                           keyword_init: true)

        # first: Bank; second: SecondBank or nil; feeds: Feeds of the first; leak: m2 times its coefficient; source:
        # pressure on the fuel, Pa
        def initialize(first:, second:, feeds:, draw:, leak:, source:, fuel:, weather:)
          @first = first
          @second = second
          @feeds = feeds
          @draw = draw
          @leak = leak
          @source = source
          @fuel = fuel
          @weather = weather
        end

        # vacuum: under the air outside, Pa. The throttle is set so that the engine has its air, the second barrels
        # shut.
        def at_vacuum(vacuum, rpm)
          manifold = @weather.pressure - vacuum
          wanted = @draw.air(rpm, manifold) - leak(manifold)
          settled do |beside|
            own = [wanted - beside, 0.0].max
            position = @first.barrel.position(own / @first.count, manifold)
            Stand.new(rpm: rpm, manifold: manifold, position: position, share: 0.0, second: 0.0, own: own, other: 0.0)
          end
        end

        # idle: position that the throttle comes back to; share: of its way from there to full; beside: kg/s of air that
        # the idle circuits bring, as far as it is known from a point nearby
        def at_opening(idle, share, rpm, beside: 0.0)
          position = @first.barrel.between(idle, share)
          settled(beside) do |beside|
            second = @second ? @second.opened(share) { |part| signal(position, part, rpm, beside) } : 0.0
            stand(position, share, second, rpm, manifold(position, second, rpm, beside))
          end
        end

        # Position of the throttle wide open.
        def open = @first.barrel.throttle.open

        private

        def stand(position, share, second, rpm, manifold)
          Stand.new(rpm: rpm, manifold: manifold, position: position, share: share, second: second,
                    own: @first.air(position, manifold), other: others(second, manifold))
        end

        def leak(manifold) = Air.leak(@leak, @weather.pressure, manifold, @weather.temperature, 1.0)
        def others(second, manifold) = @second ? @second.air(@second.position(second), manifold) : 0.0

        # Pressure at which as much comes in as goes out. beside: kg/s of air that the idle circuits bring
        def manifold(position, second, rpm, beside)
          Root.between(@weather.pressure * 0.02, @weather.pressure * 0.99999, within: 1e-5) do |at|
            @first.air(position, at) + others(second, at) + leak(at) + beside - @draw.air(rpm, at)
          end
        end

        # In the first barrels with the second ones open by a part: what moves a vacuum cell.
        def signal(position, part, rpm, beside)
          at = manifold(position, part, rpm, beside)
          @first.signal(@first.air(position, at), position, at)
        end

        # Until the air that the idle circuits bring is what was reckoned with.
        def settled(beside = 0.0)
          stand = fed = nil
          PASSES.times do
            stand = yield beside
            fed = @feeds.at(stand.own, stand.position, stand.manifold)
            break if (fed.beside - beside).abs < NEAR * stand.own

            beside = fed.beside
          end
          point(stand, fed)
        end

        def point(stand, fed)
          fuel = { **fed.to_h.slice(:idle, :transition, :main, :power), second: @second ? second(stand) : 0.0 }
          air = @draw.air(stand.rpm, stand.manifold)
          whole = fuel.values.sum
          Point.new(stand: stand, vacuum: @weather.pressure - stand.manifold, air: air, fuel: fuel,
                    beside: fed.beside, uncovered: fed.uncovered, **moved(stand),
                    mixture: whole.positive? ? air * @weather.dry / whole / @fuel.ratio : nil)
        end

        def moved(stand)
          own = [stand.own, stand.position, stand.manifold]
          { signal: @first.signal(*own), lift: @first.lift(*own) }
        end

        def second(stand)
          @second.fed(stand.other, @second.position(stand.second), stand.manifold,
                      vacuum: @weather.pressure - stand.manifold, source: @source).first
        end
      end
    end
  end
end
