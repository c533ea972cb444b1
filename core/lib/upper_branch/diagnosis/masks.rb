# frozen_string_literal: true

module UpperBranch
  module Diagnosis
    # Masking, stated in the catalogue: with the masking fault in, the victim's findings through one effect stay hidden.
    # A victim gets a second column ("variant") without that effect; sets that hold both use it.
    class Masks
      # maskers: indexes of faults that hide; swap: {victim index => variant index}
      Mask = Struct.new(:name, :maskers, :swap)

      attr_reader :variants

      def initialize(catalogue, faults)
        @faults = faults
        @variants = []
        @masks = catalogue.masks.filter_map { |row| build(row) }
        @partners = faults.each_index.map { |index| masked_with(index) }
      end

      def each(&)
        @masks.each(&)
      end

      # Indexes of faults tied to this one by a mask, either way.
      def partners(index) = @partners[index]

      private

      def masked_with(index)
        @masks.flat_map do |mask|
          if mask.maskers.include?(index) then mask.swap.keys
          else
            mask.swap.key?(index) ? mask.maskers : []
          end
        end
      end

      def build(row)
        maskers = indexes { |fault| fault.id == row["fault"] || (row["effect"] && effect?(fault, row["effect"])) }
        victims = indexes { |fault| effect?(fault, row["hides"]) } - maskers
        return if maskers.empty? || victims.empty?

        Mask.new(row["name"], maskers, victims.to_h { |index| [index, variant(index, row["hides"])] })
      end

      def indexes
        @faults.each_index.select { |i| yield @faults[i] }
      end

      def effect?(fault, id)
        fault.effects.any? { |link| link.id == id }
      end

      def variant(index, effect)
        entry = [@faults[index], [effect]]
        @variants << entry unless @variants.include?(entry)
        @faults.size + @variants.index(entry)
      end
    end
  end
end
