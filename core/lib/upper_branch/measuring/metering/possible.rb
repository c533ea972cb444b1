# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # Sizes that each may be and cannot be together.
      module Possible
        module_function

        # values: SI by field. Raises Invalid at the field that should be looked at first.
        def check(values)
          deep = values[:idle_vacuum] > Air.pressure(values[:altitude]) * 0.95
          refuse(:idle_vacuum, "No vacuum is deeper than the air is heavy there") if deep
          smaller(values, :shaft, :bore, "The shaft is as thick as the bore")
          smaller(values, :venturi, :bore, "The venturi is wider than the bore behind it", equal: true)
          smaller(values, :shank, :needle_jet, "The needle is thicker than its jet", equal: true)
          smaller(values, :tip, :screw_hole, "The end of the screw is wider than its hole")
          smaller(values, :high_tip, :high_screw_hole, "The end of the screw is wider than its hole")
          smaller(values, :second_cell, :second_wide, "The cell is wide open before it begins to open")
          smaller(values, :idle_rpm, :rpm, "The speed under load is under the idle", equal: true)
        end

        def smaller(values, low, high, says, equal: false)
          one, other = values.values_at(low, high)
          return if one.nil? || other.nil? || one < other || (equal && one == other)

          refuse(low, "#{says}: look at both numbers")
        end

        def refuse(field, says) = raise(Invalid.new(field.to_s, says))
      end
    end
  end
end
