# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # Sets of faults through the repairs of a job. A repair mends each of its faults that is in with its chance of
    # success; a set holding such a fault splits into "mended" and "still there". Each row then has its members in every
    # round: findings of a round are judged against the faults that were still in at the time.
    class Worlds
      attr_reader :rounds, :log_weight

      # members: Int32 [sets, width]; log_weight: DFloat [sets]; pad: padding index
      def initialize(members, log_weight, pad)
        @rounds = [members]
        @log_weight = log_weight
        @pad = pad
      end

      # indexes: faults the repair aims at; success: chance for each
      def repair(indexes, success)
        @rounds << @rounds.last.dup
        indexes.each { |index| split(index, success) }
        self
      end

      # These worlds followed by others of the same job.
      def join(other)
        joined = dup
        joined.concatenate(other)
        joined
      end

      # The members at first, before any repair.
      def first = @rounds.first
      def last = @rounds.last

      protected

      def concatenate(other)
        @rounds = @rounds.zip(other.rounds).map { |mine, theirs| mine.concatenate(theirs) }
        @log_weight = @log_weight.concatenate(other.log_weight)
      end

      private

      def split(index, success)
        holds = @rounds.last.eq(index).cast_to(Numo::Int32).sum(axis: 1).gt(0).where
        return if holds.empty?

        mended = @rounds.last[holds, true].dup # an index gives a view
        mended[mended.eq(index)] = @pad
        failed_weight = success < 1 ? Math.log(1 - success) : -1e9
        copies = @rounds[0...-1].map { |round| round[holds, true] }
        grown =
          @rounds[0...-1].zip(copies).map { |round, copy| round.concatenate(copy) } + [@rounds.last.concatenate(mended)]
        weights = @log_weight.dup
        weights[holds] = weights[holds] + failed_weight
        @log_weight = weights.concatenate(@log_weight[holds] + Math.log(success))
        @rounds = grown
      end
    end
  end
end
