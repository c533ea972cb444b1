# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # One finding as evidence: P(it | S) in two parts,
    #
    #   folded   a product over the members of S, kept as one log number per fault (`log_misses`) and a constant
    #   bound    what depends on the set as a whole (`bound`), nil where there is none
    #
    # and what it says besides: the defects it found (`found`), who is to blame for it (`shares`).
    #
    # before: the item of an earlier round with the same finding and the same result, or nil; again it tells only how
    # much of what could have shown it is gone.
    class Item
      attr_reader :finding
      attr_accessor :before

      def initialize(finding)
        @finding = finding
      end

      def round = finding.round
      def words = finding.words

      # Indexes of the faults that this finding is.
      def found = []

      # DFloat over the columns, or nil; and log of a constant factor.
      def log_misses = nil
      def constant = 0.0
      def bound? = false

      # P(this result | S). over: as Table takes it
      def likelihood(over)
        over = Table::Members.of(over)
        folded = log_misses ? over.product(Numo::NMath.exp(log_misses)) : over.zero + 1.0
        folded *= Math.exp(constant)
        bound? ? folded * bound(over) : folded
      end

      # P(this result once more | what is in now, what was in when it was seen before): what showed it, be it a fault or
      # chance, goes on showing it, so that it tells only how much of that is gone. now, earlier: as Table takes them
      def again(now, earlier) = (likelihood(now) / Logs.at_least(likelihood(earlier))).clip(0, 1)

      # The same for a cause outside the catalogue, which no repair mends.
      def again_outside = 1.0

      # What it says of a cause outside the catalogue, after what was seen before.
      def news_outside = before ? again_outside : outside

      # Strengths of the faults that must stand in sets for this item: DFloat over the columns, or nil.
      def touched = nil
    end
  end
end
