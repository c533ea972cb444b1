# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # Fuel in the bowl: what the line brings past the needle, what leaves, how high it stands. Heights in m over the
      # usual level; kg/s, Pa. Of the diaphragm kind it is the chamber under the diaphragm, taken for a shallow bowl.
      class Bowl
        DENSE = 1.2 # kg/m3, air that must follow through the vents
        LOW = 0.15 # of its depth, under which the jets begin to draw air
        MOST = 20_000.0 # Pa that a vent can hold back

        attr_reader :level, :arrived, :spilled

        # v: values of the engine; density: of the fuel; coefficient: of seat, line and vents
        def initialize(v, density, coefficient)
          @v = v
          @density = density
          @coefficient = coefficient
          @level = v[:level]
          @arrived = @spilled = 0.0
          @line = line
        end

        def state = [@level]
        def resume(state) = (@level, = state)

        # Fuel that is there, kg.
        def mass = (@level + @v[:depth]) * room

        # Share of its usual depth, over 1 where it stands high.
        def filled = (@level + @v[:depth]) / @v[:depth]

        # taken: kg that left during the step; fed: pressure of the supply, Pa
        def step(seconds, taken, fed)
          came = inflow(fed) * @density * seconds
          @arrived += came
          @level += (came - taken) / room
          over = (@level - @v[:brim]) * room
          return unless over.positive?

          @spilled += over
          @level = @v[:brim]
        end

        # kg/s that the shut needle lets by, at a pressure of the supply.
        def passes(fed) = by_hole(area(:inlet_pass), fed) * @density

        # As after a while of more leaving than comes.
        def nearly_empty
          @level = [@level, (LOW - 1) * @v[:depth]].min
        end

        def fill_to_brim
          @arrived += (@v[:brim] - @level) * room
          @level = @v[:brim]
        end

        # Pa before the needle while it lets in what it does.
        def at_the_inlet(fed)
          return 0.0 unless @line.positive?

          fed - (@density / 2 * ((inflow(fed) / (@coefficient * @line))**2))
        end

        # kg/s with the needle wide open.
        def most(fed) = by_hole(area(:seat) + area(:inlet_pass), fed) * @density

        # Fills to where the needle shuts, where a supply that stands can.
        def fill_up(fed)
          return unless inflow(fed).positive? && @level < @v[:level]

          @arrived += (@v[:level] - @level) * room
          @level = @v[:level]
        end

        # A share of it has boiled away.
        def fall(share) = @level -= share * (@level + @v[:depth])

        # Stands empty, as after months.
        def dry_out
          @level = -@v[:depth]
        end

        # Share of their usual flow that the jets still have: none once the fuel has fallen below them.
        def reach = ((@level + @v[:depth]) / (LOW * @v[:depth])).clamp(0.0, 1.0)

        # Pa by which the fuel stands under more pressure than usual. leaving: kg/s; tilt: m that it stands higher at
        # the jets
        def over(leaving, tilt = 0.0) = (@density * Measuring::Jets::GRAVITY * (@level + tilt)) - held_back(leaving)

        private

        def room = @v[:surface] * @density

        # m3/s past the needle, which the float lifts as it falls, and by what the shut needle leaves.
        def inflow(fed)
          fall = [@v[:level] - @level, 0.0].max
          ring = [Math::PI * @v[:seat] * @v[:float_lever] * fall, area(:seat)].min
          by_hole(ring + area(:inlet_pass), fed)
        end

        # m3/s by a hole at the end of the line.
        def by_hole(hole, fed)
          return 0.0 unless fed.positive? && hole.positive? && @line.positive?

          Measuring::Jets.flow(Measuring::Jets.series([hole, @line]), fed, @density, @coefficient)
        end

        # Air follows through the cap as fuel leaves the tank: its vent as a hole for fuel, in row with the line.
        def line
          holes = [area(:line), area(:cap) * Math.sqrt(@density / DENSE)]
          holes.all?(&:positive?) ? Measuring::Jets.series(holes) : 0.0
        end

        def held_back(leaving)
          volume = leaving / @density
          [lost(volume, area(:vent), DENSE) + lost(volume, area(:passage), @density), MOST].min
        end

        def lost(volume, hole, density)
          return 0.0 unless volume.positive?

          hole.positive? ? density / 2 * ((volume / (@coefficient * hole))**2) : MOST
        end

        def area(hole) = @v[hole].positive? ? Measuring::Jets.area(@v[hole]) : 0.0
      end
    end
  end
end
