# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # Sets of faults through the repairs of a job. A repair mends each of its faults that is in with its chance of
    # success; a set holding such a fault splits into "mended" and "still there". Each row then has its members in every
    # round: findings of a round are judged against the faults that were still in at the time.
    class Worlds
      CERTAIN = 0.99 # no repair is certain: a defect may be found again after it (schema/repairs.json)

      # rounds: places (as FaultSets has them) before any repair, after the first, ...; log: weight of each row
      attr_reader :rounds, :log

      # places: array of Int32 [sets]; log: DFloat [sets]; pad: the column of no fault
      def initialize(places, log, pad)
        @rounds = [places]
        @log = log
        @pad = pad
        @origin = Numo::Int32.new(log.size).seq # the set each row came from
      end

      # columns: faults the repair aims at; success: chance for each, below 1 (CERTAIN); 0 where nobody knows any more
      # what was done, which mends nothing
      def repair(columns, success)
        @rounds << @rounds.last.map(&:dup)
        columns.each { |column| split(column, [success, CERTAIN].min) } if success.positive?
        self
      end

      # What was reckoned for the sets at first, for every row. vector: DFloat [sets]
      def spread(vector) = @rounds.size > 1 ? vector[@origin].dup : vector

      private

      def split(column, success)
        holds = @rounds.last.map { |place| place.eq(column) }.reduce(:|).where
        return if holds.empty?

        weights = @log.dup
        weights[holds] = weights[holds] + Math.log(1 - success)
        @log = weights.concatenate(@log[holds] + Math.log(success))
        mended = @rounds.last.map { |place| without(place[holds].dup, column) }
        last = @rounds.last.zip(mended).map { |still, gone| still.concatenate(gone) }
        @rounds = [*@rounds[0...-1].map { |places| twice(places, holds) }, last]
        @origin = @origin.concatenate(@origin[holds])
      end

      def without(place, column)
        place[place.eq(column)] = @pad
        place
      end

      def twice(places, rows)
        places.map { |place| place.concatenate(place[rows]) }
      end
    end
  end
end
