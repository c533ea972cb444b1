# frozen_string_literal: true

require "ruby-units"

module UpperBranch
  module Measuring
    # Values with units, converted by a units library; the trade's own spellings on top.
    #
    #   Units.convert(6, "psi", "kPa")  # => 41.37
    module Units
      SPELLINGS = { "inHg" => "inHg", "mmHg" => "mmHg", "psi" => "psi", "thou" => "mil", "V" => "V", "deg" => "deg", "rpm" => "rpm" }.freeze
      COUNTS = %w[turns deg rpm V].freeze # nothing to convert

      # value in one unit -> Float in another. Raises ArgumentError when the kinds differ.
      def self.convert(value, from, to)
        return value.to_f if from == to
        raise ArgumentError, "#{from} cannot be turned into #{to}" if COUNTS.include?(from) || COUNTS.include?(to)

        RubyUnits::Unit.new(value, SPELLINGS.fetch(from, from)).convert_to(SPELLINGS.fetch(to, to)).scalar.to_f
      end
    end
  end
end
