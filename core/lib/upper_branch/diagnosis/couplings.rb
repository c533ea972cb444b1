# frozen_string_literal: true

module UpperBranch
  module Diagnosis
    # Faults that come together: a factor on the prior odds of each pair, named in the catalogue.
    class Couplings
      # ones, others: indexes of faults; every pair of one and another takes the factor
      Coupling = Struct.new(:ones, :others, :factor)

      def initialize(catalogue, faults)
        @faults = faults
        @couplings = catalogue.couplings.filter_map { |row| build(row) }
        @partners = faults.each_index.map { |index| coupled_with(index) }
      end

      def each(&) = @couplings.each(&)

      # Faults coupled with this one.
      def partners(index) = @partners[index]

      private

      def coupled_with(index)
        @couplings.flat_map do |coupling|
          next coupling.others if coupling.ones.include?(index)

          coupling.others.include?(index) ? coupling.ones : []
        end
      end

      def build(row)
        ones = indexes { |fault| row["one"].include?(fault.id) }
        named = row["other"] || []
        effects = row["other_effects"] || []
        others = indexes { |fault| named.include?(fault.id) || fault.effects.any? { |link| effects.include?(link.id) } }
        others -= ones
        Coupling.new(ones, others, row["factor"]) if ones.any? && others.any?
      end

      def indexes
        @faults.each_index.select { |i| yield @faults[i] }
      end
    end
  end
end
