# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # Who is to blame for what was found, over some leading sets: the share of a finding that each member's strength
    # takes in a set, a(f) / (l + sum of a). A member that has been mended since takes none.
    #
    #   Blame.new(belief, rows, probability).by_column(items)
    class Blame
      # rows: of the belief; probability: DFloat, of these rows
      def initialize(belief, rows, probability)
        @belief = belief
        @rows = rows
        @probability = probability
        @now = at(belief.rounds.last)
      end

      # Members of these sets that are still in: one array per place.
      attr_reader :now

      # Each member's share of an item: one DFloat per place. item: over the columns of the belief
      def share(item)
        then_in = at(@belief.rounds[item.round])
        shares = item.shares(at(@belief.masked[item.round]))
        shares.each_with_index.map { |share, k| share * now[k].eq(then_in[k]).cast_to(Numo::DFloat) }
      end

      # Chance, by column, that the fault is to blame for any of these items, as if they were independent: DFloat
      def by_column(items)
        free = items.reduce(Numo::DFloat.ones(width)) { |left, item| left * (1 - of_one(item)) }
        (1 - free).clip(0.0, 1.0)
      end

      private

      def width = @belief.columns.pad + 1

      def of_one(item)
        now.zip(share(item)).reduce(Numo::DFloat.zeros(width)) do |sum, (place, share)|
          sum + place.bincount(@probability * share, minlength: width)
        end
      end

      def at(places) = places.map { |place| place[@rows].dup }
    end
  end
end
