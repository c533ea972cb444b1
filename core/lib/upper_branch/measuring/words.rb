# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Numbers as they are said.
    module Words
      module_function

      # Four figures, no trailing zeros.
      def number(value)
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
