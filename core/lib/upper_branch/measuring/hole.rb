# frozen_string_literal: true

module UpperBranch
  module Measuring
    # The coefficient of discharge of a drilled hole by its shape and flow.
    #
    #   Hole.coefficient(3.0, 20_000)   # => 0.80, three bores long at a Reynolds number of 20 000
    module Hole
      THIN = 0.6 # ISO 5167-2, a small hole in a thin plate
      REATTACHED = 2.0 # bores; in a longer hole the jet lies on its wall again

      module_function

      # length: over the bore; reynolds: by the bore. Lichtarowicz, Duggins and Markland, Discharge coefficients for
      # incompressible non-cavitating flow through long orifices, 1965 (from memory); under two bores straight to the
      # thin plate's.
      def coefficient(length, reynolds)
        return between(length, reynolds) if length < REATTACHED

        ultimate = 0.827 - (0.0085 * length)
        slow = 20 / reynolds * (1 + (2.25 * length))
        middle = 0.005 * length / (1 + (7.5 * (Math.log10(0.00015 * reynolds)**2)))
        1 / ((1 / ultimate) + slow - middle)
      end

      def between(length, reynolds)
        share = [(length - 0.5) / (REATTACHED - 0.5), 0.0].max
        THIN + (share * (coefficient(REATTACHED, reynolds) - THIN))
      end

      # By the flow (m3/s), the bore (m) and the kinematic viscosity (m2/s).
      def reynolds(flow, bore, viscosity) = 4 * flow / (Math::PI * bore * viscosity)
    end
  end
end
