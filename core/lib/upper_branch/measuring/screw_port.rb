# frozen_string_literal: true

module UpperBranch
  module Measuring
    # A conical screw tip in a round port: free area against turns, sound and burred. m, degrees (included angle),
    # turns.
    #
    #   sound = ScrewPort.new(port: 0.000889, end_diameter: 0.000635, angle: 14, pitch: 0.0007)
    #   sound.burred_behind(0.00081, 0.0006).turns_for(sound.area(1.5))   # why it wants more turns than the book says
    #
    # The cone seats on the port's edge. The way past it is the shortest one, square to the cone (side of a frustum),
    # then the port itself, then a burr behind the edge; the narrowest counts.
    class ScrewPort
      # port: the edge the cone seats on; end_diameter: of the tip's flat end; pitch: of the thread; burr: narrowed bore
      # behind the edge, depth: how far behind, both nil where there is none
      def initialize(port:, end_diameter:, angle:, pitch:, burr: nil, depth: nil)
        @port = Jets.positive(port, "A port")
        @end = end_diameter
        @angle = angle
        @pitch = Jets.positive(pitch, "A pitch")
        @half = angle / 2 * Math::PI / 180
        @burr = burr
        @depth = depth
      end

      # The same screw on an edge that has been burred narrower: it seats there, further out.
      def burred_at_seat(port) = ScrewPort.new(port: port, **screw)

      # The same screw with a burr behind the edge it seats on.
      def burred_behind(bore, depth) = ScrewPort.new(port: @port, **screw, burr: bore, depth: depth)

      # Would the seated tip have to pass through the burr?
      def meets_burr? = !@burr.nil? && touches_burr.positive?

      # Turns at which the tip is flush with the edge: how far it stands through it when seated, over the pitch.
      def flush_turns = reach(@port) / @pitch

      # Free area at a count of turns, m2.
      def area(turns)
        lift = turns * @pitch
        edge = past(@port, lift)
        @burr ? [edge, past(@burr, [lift - touches_burr, 0.0].max)].min : edge
      end

      # Turns that give an area, by bisection; nil when the port never does.
      def turns_for(area, most = 12.0)
        return if area(most) < area

        low = 0.0
        high = most
        32.times do
          middle = (low + high) / 2
          area(middle) < area ? low = middle : high = middle
        end
        high
      end

      private

      def screw = { end_diameter: @end, angle: @angle, pitch: @pitch }

      # How far the tip stands through an edge when it touches it.
      def reach(edge) = [(edge - @end) / (2 * Math.tan(@half)), 0.0].max

      # Lift at which the cone touches the burr; below 0 where it clears it when seated.
      def touches_burr = ((@port - @burr) / (2 * Math.tan(@half))) - @depth

      # The way past an edge once the tip is so far off it: side of the frustum between the edge and the nearest of the
      # tip, its cone or, once that is nearer, its rim; never more than the hole.
      def past(edge, lift)
        square = lift * Math.sin(@half)
        along = square * Math.cos(@half)
        gap =
          if lift - reach(edge) <= square * Math.sin(@half)
            square * (edge - along)
          else
            Math.hypot((edge - @end) / 2, lift - reach(edge)) * (edge + @end) / 2
          end
        [Math::PI * gap, Jets.area(edge)].min
      end
    end
  end
end
