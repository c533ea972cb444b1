# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Air-fuel ratios of blends. fuel: {"ratio" => stoichiometric AFR by mass, "density" => kg/m3}
    #
    #   Mixture.blend(gasoline, ethanol, 0.10)   # => 14.1
    module Mixture
      module_function

      # Stoichiometric ratio of a blend with a share of the second fuel by volume: by the masses.
      def blend(one, other, share)
        first = (1 - share) * one["density"]
        second = share * other["density"]
        ((first * one["ratio"]) + (second * other["ratio"])) / (first + second)
      end

      def blend_density(one, other, share)
        ((1 - share) * one["density"]) + (share * other["density"])
      end

      # Lambda: the measured ratio over the right one.
      def excess_air(ratio, stoichiometric)
        ratio / Jets.positive(stoichiometric, "A ratio")
      end

      # How much leaner a carburetor set for one fuel runs on another (0.04 = 4 %). Through the same
      # jet under the same suction the mass of fuel goes with the root of its density (Bernoulli).
      def leaning(set_for, set_density, given, given_density)
        (set_for / given * Math.sqrt(set_density / given_density)) - 1
      end
    end
  end
end
