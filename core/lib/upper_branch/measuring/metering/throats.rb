# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # What a throat does to the air that goes through it. Each kind answers, for a flow in kg/s while it flows:
      #
      #   signal(flow, opening)   # Pa that the pressure falls at its narrowest
      #   loss(flow)              # Pa of it that do not come back behind
      #   lift(flow)              # m that what moves in it stands open; nil where nothing moves
      #   most                    # kg/s where it chokes
      module Throats
        # How far the pressure falls where so much flows through each m2, Pa; to the speed of sound at most.
        def self.fall(flux, weather)
          Air.depression(Air.mach(flux, weather.pressure, weather.temperature) || 1.0, weather.pressure)
        end

        # A fixed throat.
        class Fixed
          # area: m2; unrecovered: part of the fall that is lost
          def initialize(area:, unrecovered:, weather:)
            @area = area
            @unrecovered = unrecovered
            @weather = weather
          end

          def signal(flow, _opening) = fall(flow)
          def loss(flow) = @unrecovered * fall(flow)
          def lift(_flow) = nil
          def most = @area * Air.choked(@weather.pressure, @weather.temperature)

          private

          def fall(flow) = Throats.fall(flow / @area, @weather)
        end

        # A throat under a piston or an air valve that yields until the fall is no more than its spring and weight hold.
        class Held
          # width: m, its free way at a lift of one m is width m2; bridge: lift that is left when it is down; travel:
          # most lift, both m; held: Pa
          def initialize(width:, bridge:, travel:, held:, weather:)
            @width = width
            @bridge = bridge
            @travel = travel
            @held = held
            @weather = weather
            @flux = Throats.flux(held, weather)
          end

          def signal(flow, _opening) = Throats.fall(flow / area(flow), @weather)

          # The air leaves a sharp edge: nothing comes back.
          def loss(flow) = signal(flow, nil)
          def lift(flow) = ((flow / @flux / @width) - @bridge).clamp(0.0, @travel)
          def most = @width * (@bridge + @travel) * Air.choked(@weather.pressure, @weather.temperature)

          private

          def area(flow) = @width * (@bridge + lift(flow))
        end

        # A slide that throttles with its engine-side edge while its cutaway leaves more room before it, over the
        # needle.
        class Slide
          # bore, cutaway: m; half of the cutaway counts over the needle, which stands in the middle
          def initialize(bore:, cutaway:, weather:)
            @bore = bore
            @cutaway = cutaway
            @weather = weather
          end

          def shut = 0.0
          def open = @bore
          def edge(lift) = lift

          # m2 under the engine-side edge at a lift.
          def area(lift) = Throats.segment(@bore, lift)
          def signal(flow, lift) = Throats.fall(flow / Throats.segment(@bore, lift + (@cutaway / 2)), @weather)
          def loss(_flow) = 0.0
          def lift(_flow) = nil
          def most = Jets.area(@bore) * Air.choked(@weather.pressure, @weather.temperature)
        end

        module_function

        # kg/s through each m2 under a fall of pressure.
        def flux(fall, weather)
          Air.leak(1.0, weather.pressure, weather.pressure - fall, weather.temperature, 1.0)
        end

        # Part of a circle under a straight edge, m2.
        def segment(bore, height)
          return 0.0 unless height.positive?

          half = bore / 2
          high = [height, bore].min
          away = half - high
          (half * half * Math.acos(away / half)) - (away * Math.sqrt([(half * half) - (away * away), 0.0].max))
        end
      end
    end
  end
end
