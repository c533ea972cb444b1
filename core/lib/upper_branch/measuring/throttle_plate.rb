# frozen_string_literal: true

module UpperBranch
  module Measuring
    # A throttle plate in its bore: the area it opens and the edge that uncovers the transfer slot. m, angles in radians
    # from square to the bore.
    #
    #   plate = ThrottlePlate.new(bore: 0.032, shaft: 0.008, closed: 0.14)
    #   plate.area(0.3)   # m2
    #
    # Area: Heywood, Internal Combustion Engine Fundamentals, eq. 7.18 (from memory).
    class ThrottlePlate
      # closed: angle at which it touches the wall all round
      def initialize(bore:, shaft:, closed:)
        raise Invalid.new("shaft", "The shaft is as thick as the bore: look at both numbers") if shaft >= bore

        @bore = bore
        @across = shaft / bore
        @closed = closed
      end

      def shut = @closed
      def open = Math::PI / 2

      def area(angle)
        return 0.0 if angle <= @closed

        [Jets.area(@bore) * (1 - (Math.cos(angle) / Math.cos(@closed)) + shaft(angle)), open_area].min
      end

      # Nothing but the shaft in the way.
      def open_area = Jets.area(@bore) * (1 - (2 / Math::PI * part(@across)))

      # How high the rising edge stands above where it touches the wall.
      def edge(angle) = @bore / 2 / Math.cos(@closed) * (Math.sin(angle) - Math.sin(@closed))

      private

      # What the shaft takes away less than when the plate is shut.
      def shaft(angle)
        turned = @across * Math.cos(@closed) / Math.cos(angle)
        return 0.0 if turned >= 1

        lid = Math.cos(angle) / Math.cos(@closed)
        2 / Math::PI * ((lid * part(turned)) - part(@across))
      end

      # Half the share of a circle that a strip of that width takes, times pi.
      def part(width) = (width * Math.sqrt(1 - (width**2))) + Math.asin(width)
    end
  end
end
