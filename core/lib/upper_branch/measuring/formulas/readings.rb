# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Formulas
      # Readings judged, units turned.
      module Readings
        module_function

        def reading(v, k)
          raise Invalid.new("low", "Give a lower or an upper limit") if v[:low].nil? && v[:high].nil?
          raise Invalid.new("high", "The upper limit lies under the lower") if v[:low] && v[:high] && v[:high] < v[:low]

          estimate = Uncertainty.mean(v[:values], v[:resolution])
          low, high = [v[:low], v[:high]].map { |cut| cut && estimate.shares([cut]).first }
          inside = (high || 1.0) - (low || 0.0)
          { mean: estimate.value, inside: inside, says: [verdict(inside, k[:clear])] }
        end

        def verdict(inside, clear)
          return "Inside." if inside >= clear
          return "Outside." if inside <= 1 - clear

          "Too close to call: measure again, or with a finer instrument."
        end

        def convert(v, _k)
          turned = Units.convert(v[:value], v[:from], v[:to])
          {
            turned: [turned, v[:to]],
            says: ["#{Words.number(v[:value])} #{v[:from]} is #{Words.number(turned)} #{v[:to]}."]
          }
        rescue ArgumentError
          raise Invalid.new("to", "#{v[:from]} cannot be turned into #{v[:to]}: choose a unit of the same kind")
        end
      end
    end
  end
end
