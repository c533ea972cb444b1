# frozen_string_literal: true

module UpperBranch
  module Diagnosis
    # The answer to whether a symptom shows under a condition: shared among its causes by how far each shows then.
    class ConditionItem < Item
      attr_reader :table

      # table: of the Question
      def initialize(finding, table)
        super(finding)
        @table = table
      end

      # It says what goes with what was told; nothing abnormal by itself.
      def normal? = true
      def bound? = true
      def bound(over) = @table.share(words.first, over)
      def touched = @table.sums
      def outside = 0.5
      def shares(members) = @table.shares([], members)
      def over(columns) = ConditionItem.new(finding, @table.over(columns)).tap { |copy| copy.before = before }
    end
  end
end
