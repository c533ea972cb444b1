# frozen_string_literal: true

module UpperBranch
  module Diagnosis
    # The shop tried to make a complaint happen again: what that adds to its having been told.
    class RecreatedItem < Item
      # occurrence: of the complaint, with this trial as its last observer; symptom: Table of it
      def initialize(finding, occurrence, symptom)
        super(finding)
        @occurrence = occurrence
        @symptom = symptom
      end

      def normal? = words == ["not-shown"]
      def bound? = true
      def bound(over) = @occurrence.adds(over)
      def touched = @occurrence.touched
      def outside = @occurrence.adds_outside
      def shares(members) = @symptom.shares(normal? ? [] : ["present"], members)

      def over(columns)
        RecreatedItem.new(finding, @occurrence.over(columns), @symptom.over(columns)).tap do |copy|
          copy.before = before
        end
      end
    end
  end
end
