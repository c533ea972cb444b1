# frozen_string_literal: true

module UpperBranch
  module Measuring
    # The accelerator pump's shot in numbers. Volumes in m3.
    module PumpShot
      module_function

      # Mean of one stroke from a measure filled by several.
      def per_stroke(volume, strokes)
        volume / strokes
      end

      # How far two sides differ, as a share of their mean.
      def imbalance(one, other)
        mean = (one + other) / 2.0
        mean.zero? ? 0.0 : (one - other).abs / mean
      end

      # Coefficient of variation of repeats.
      def variation(volumes)
        mean = volumes.sum / volumes.size.to_f
        mean.zero? ? 0.0 : Uncertainty.deviation(volumes) / mean
      end

      # Share of the lever's travel that is gone before fuel appears.
      def delay(degrees, travel)
        degrees.fdiv(Jets.positive(travel, "A travel"))
      end

      # Fuel that the air needs which fills the manifold when the throttle is snapped open, m3: the least a shot has to
      # bring; what wets the walls comes on top (from memory: the ideal gas in the manifold before and after).
      def filling(manifold, idle_pressure, full_pressure, temperature, ratio, density)
        manifold * (full_pressure - idle_pressure) / (Air::GAS * temperature) / ratio / density
      end
    end
  end
end
