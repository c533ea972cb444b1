# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Numbers as they are said.
    module Words
      module_function

      PLAIN = 9999.5...1e9 # numbers of five figures and more are written out, as people write a speed

      # Four figures, no trailing zeros: "0.8", "1.25", "12500"
      def number(value)
        return value.round(3 - Math.log10(value.abs).floor).to_i.to_s if PLAIN.cover?(value.abs)

        format("%.4g", value).sub(/e([-+])0*(\d+)/) { "e#{Regexp.last_match(1).delete('+')}#{Regexp.last_match(2)}" }
      end

      # 0.033 -> "3.3 %"
      def percent(share, digits = 1)
        "#{format("%.#{digits}f", share * 100)} %"
      end

      # An SI value in a unit: "1.24 mm"
      def amount(value, unit, digits = 2)
        "#{format("%.#{digits}f", Units.from_si(value, unit))} #{unit}"
      end
    end
  end
end
