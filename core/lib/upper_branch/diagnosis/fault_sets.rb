# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # Sets of faults as places: one Int32 array per place in the set, each [sets], padded with the column of no fault.
    module FaultSets
      TIE = 1e-9
      LEAST = -700.0 # log of a weight, against the heaviest, below which rows are not told apart: exp is 0 there

      # The empty set, all singles and all pairs of `count` columns (up to `size` members), in that order. Kept, since
      # every job with as many suspects has the same.
      class Small
        attr_reader :places

        # count: of the columns that may be in or out, the first ones; pad: the column of no fault
        def initialize(count, size, pad = count)
          columns = Array.new(count) { |i| i }
          pairs = size > 1 ? columns.combination(2).to_a : []
          singles = size.positive? ? columns : []
          @places = [[pad] + singles + pairs.map(&:first), [pad] + singles.map { pad } + pairs.map(&:last)]
                    .map { |place| Numo::Int32.cast(place) }
        end

        # About what it takes in memory.
        def bytes = @places.sum { |place| place.size * 4 }
      end

      module_function

      # Sets one larger, grown from some of the same size by one column more; each once. places: full, without padding
      # count: of the columns to grow by
      def grown(places, count)
        return places + [places.first] if places.first.empty? || count.zero?

        wide = places.map { |place| (place.reshape(place.size, 1) + Numo::Int32.zeros(1, count)).flatten }
        newest = (Numo::Int32.zeros(places.first.size, 1) + Numo::Int32.new(1, count).seq).flatten
        fresh = wide.map { |place| place.ne(newest) }.reduce(:&).where
        unique([*wide, newest].map { |place| place[fresh].dup }, count)
      end

      # Each set once, members rising.
      def unique(places, count)
        sorted = rising(places)
        keys = sorted.reduce(Numo::Int64.zeros(sorted.first.size)) { |key, place| (key * (count + 1)) + place }
        order = keys.sort_index
        kept = keys[order].dup
        first = Numo::Bit.ones(order.size)
        first[1..] = kept[1..].ne(kept[0...-1]) if order.size > 1
        once = order[first.where].dup
        sorted.map { |place| place[once].dup }
      end

      # The members of each set from the first column to the last: the least moves forward, place by place.
      def rising(places)
        places = places.dup
        places.each_index do |k|
          ((k + 1)...places.size).each do |other|
            places[k], places[other] =
              Numo::Int32.minimum(places[k], places[other]),
              Numo::Int32.maximum(places[k], places[other])
          end
        end
        places
      end

      # Rows from the heaviest to the lightest; ties (to 1e-9) in the order of the rows, whatever the last bits of the
      # sums are. log: DFloat, weight of each row (thirteen million of them fit the 64 bits of a key)
      def order(log)
        steps = ((log - log.max).clip(LEAST, 0.0) / TIE).round.cast_to(Numo::Int64)
        ((steps * log.size) - Numo::Int64.new(log.size).seq).sort_index.reverse
      end

      # How many members each set has.
      def sizes(places, pad)
        places.map { |place| place.ne(pad).cast_to(Numo::Int32) }.reduce(:+)
      end

      # The same sets with room for more members. width: places wanted
      def padded(places, width, pad)
        places + Array.new(width - places.size) { Numo::Int32.new(places.first.size).fill(pad) }
      end
    end
  end
end
