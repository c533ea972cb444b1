# frozen_string_literal: true

module UpperBranch
  module Measuring
    # A conical screw tip in a round port: free area against turns, sound and burred. m, degrees (included angle),
    # turns.
    #
    #   sound = ScrewPort.new(port: 0.000889, end_diameter: 0.000635, angle: 14, pitch: 0.0007)
    #   sound.burred(0.00081).turns_for(sound.area(1.5))   # why this port wants more turns than the book says
    #
    # The cone seats on the port's own edge; a burr narrows the bore behind it and leaves the seat where it was.
    class ScrewPort
      # port: free bore; seat: the edge the cone seats on (the sound bore); end_diameter: of the tip's flat end; pitch:
      # of the thread
      def initialize(port:, end_diameter:, angle:, pitch:, seat: port)
        @port = Jets.positive(port, "A port")
        @seat = seat
        @end = end_diameter
        @angle = angle
        @pitch = Jets.positive(pitch, "A pitch")
        @half = Math.tan(angle / 2 * Math::PI / 180)
      end

      # The same screw in a port that a burr has narrowed.
      def burred(port)
        ScrewPort.new(port: port, seat: @seat, end_diameter: @end, angle: @angle, pitch: @pitch)
      end

      # Turns at which the tip is flush with the bore: how far it stands through the port when seated, over the pitch.
      def flush_turns
        [(@seat - @end) / (2 * @half), 0.0].max / @pitch
      end

      # Free area at a count of turns, m2: the ring in the port while the tip is in it; then the slant gap (side of a
      # frustum) between the tip's rim and the port's edge, never more than the port.
      def area(turns)
        return Jets.annulus(@port, [@seat - (2 * turns * @pitch * @half), @end].max) if turns <= flush_turns

        slant = Math.sqrt((((@port - @end) / 2)**2) + (((turns - flush_turns) * @pitch)**2))
        [Math::PI * (@port + @end) / 2 * slant, Jets.area(@port)].min
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
    end
  end
end
