# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # A symptom told or asked for. With e = P(it occurs | S) by noisy-OR, t the chance that what occurs is told and f
    # the chance that it is told though it does not occur:
    #
    #   P(told | S)     = t e + f (1 - e)
    #   P(not told | S) = (1 - f) (1 - leak) * product over f in S of (1 - t a(f))
    #
    # The second is the rest of the first for a single cause; for several, absence speaks against each of them by
    # itself, so that it folds like any other normal result.
    class ToldItem < Item
      attr_reader :table, :falsely

      # table: of the symptom; falsely: f
      def initialize(finding, table, falsely)
        super(finding)
        @table = table
        @falsely = falsely
      end

      def normal? = words == ["absent"]
      def bound? = !normal?

      def bound(over)
        occurs = occurs(over)
        (occurs * (symptom.told - @falsely)) + @falsely
      end

      # Told before and told again: it occurred then (was) and still does (still), or only then, or each time falsely,
      # the owner more easily than the shop.
      def again(now, earlier)
        return super if normal?

        was = occurs(Table::Members.of(earlier))
        still = Numo::DFloat.minimum(occurs(Table::Members.of(now)), was)
        again_given(was, still)
      end

      def again_outside = normal? ? 1.0 : again_given(symptom.outside, symptom.outside)

      def log_misses
        return unless normal?

        @log_misses ||= Logs.of(1 - (@table.sums * symptom.told))
      end

      def constant = normal? ? Logs.of((1 - @table.leak) * (1 - @falsely)) : 0.0
      def touched = normal? ? nil : @table.sums
      def over(columns) = ToldItem.new(finding, @table.over(columns), @falsely).tap { |copy| copy.before = before }
      def shares(members) = @table.shares(normal? ? [] : ["present"], members)
      def outside = normal? ? 1 - symptom.outside : symptom.outside

      private

      def symptom = @table.finding
      def occurs(over) = 1 - @table.normal(over)

      def again_given(was, still)
        both = (still * symptom.told) + ((was - still) * @falsely)
        ((both * symptom.told) + ((1 - was) * before.falsely * @falsely)) /
          Logs.at_least((was * symptom.told) + ((1 - was) * before.falsely))
      end
    end
  end
end
