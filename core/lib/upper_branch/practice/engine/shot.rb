# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # The accelerator pump: opening the throttle loads its spring, which pushes the fuel out of the nozzle; on the way
      # back it draws a new stroke. m3, kg/s.
      class Shot
        def initialize(v, density, coefficient)
          @v = v
          @density = density
          @coefficient = coefficient
          @loaded = 0.0
          @empty = 0.0 # room before the nozzle that must fill first
          @way = nil
        end

        def state = [@loaded, @empty, @way]
        def resume(state) = (@loaded, @empty, @way = state)

        # way: of the throttle, 0 to 1; has: share of a full stroke that the bowl can give. Returns kg/s of fuel.
        def step(seconds, way, has)
          return 0.0 unless @v[:shot]

          moved = way - (@way || way)
          @way = way
          moved.positive? ? load(moved, has) : rest(moved)
          out(seconds)
        end

        private

        # The first part of the way is lost where the link is worn.
        def load(moved, has)
          from = [@way - moved, @v[:shot_lost]].max
          return unless @way > from

          @loaded += @v[:shot] * (@way - from) * has
        end

        def rest(moved)
          return unless moved.negative?

          @empty = [@empty - (moved * @v[:shot_late]), @v[:shot_late]].min
          @loaded = [@loaded + (moved * @v[:shot]), 0.0].max
        end

        def out(seconds)
          return 0.0 unless @loaded.positive? && @v[:shot_nozzle].positive?

          most = Measuring::Jets.flow(Measuring::Jets.area(@v[:shot_nozzle]), @v[:shot_push], @density, @coefficient)
          moved = [most * seconds, @loaded].min
          @loaded -= moved
          filled = [moved, @empty].min
          @empty -= filled
          (moved - filled) * @density / seconds
        end
      end
    end
  end
end
