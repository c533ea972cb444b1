# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Drops counted into volume, and what they do to the oil. m3, s.
    module Drips
      module_function

      # Drops a second from a count over a time, with its uncertainty: counts scatter as their root (Poisson).
      # [1/s, standard uncertainty]
      def rate(drops, seconds)
        [drops / seconds.to_f, Math.sqrt([drops, 1].max) / seconds]
      end

      # per_ml: drops in a milliliter; an assumption to be stated.
      def volume(drops, per_ml)
        drops / per_ml * 1e-6
      end

      # Share of the sump that is fuel afterwards.
      def dilution(fuel, sump)
        fuel / (sump + fuel)
      end
    end
  end
end
