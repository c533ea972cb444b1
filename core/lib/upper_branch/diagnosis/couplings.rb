# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # Faults that come together: a factor on the prior odds of each pair, named in the catalogue.
    class Couplings
      Coupling = Struct.new(:ones, :others, :factor)

      def initialize(catalogue, compiled)
        @size = compiled.variants.size + 1
        @couplings = catalogue.couplings.filter_map do |row|
          ones = row["one"].filter_map { |id| compiled.index(id) }
          others =
            (row["other"] || []).filter_map { |id| compiled.index(id) } |
            with_effects(compiled, row["other_effects"] || [])
          Coupling.new(ones, others - ones, row["factor"]) if ones.any? && (others - ones).any?
        end
      end

      # Faults coupled with this one.
      def partners(index)
        @couplings.flat_map do |coupling|
          if coupling.ones.include?(index) then coupling.others
          else
            coupling.others.include?(index) ? coupling.ones : []
          end
        end
      end

      # log of the factors of every set. members: as Table takes them
      def log_factors(members)
        @couplings.reduce(Numo::DFloat.zeros(members.first.size)) do |total, coupling|
          total + (count(members, coupling.ones) * count(members, coupling.others) * Math.log(coupling.factor))
        end
      end

      private

      # How many members of each set are among the faults given.
      def count(members, indexes)
        lookup = Numo::DFloat.zeros(@size)
        lookup[indexes] = 1
        members.map { |place| lookup[place].dup }.reduce(:+)
      end

      def with_effects(compiled, effects)
        compiled.faults.each_index.select { |i| compiled.faults[i].effects.any? { |link| effects.include?(link.id) } }
      end
    end
  end
end
