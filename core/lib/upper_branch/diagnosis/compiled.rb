# frozen_string_literal: true

module UpperBranch
  module Diagnosis
    # The strengths of one kind of machine (Catalogue::Arrows) as arrays over its faults, a second column for each
    # victim of a mask. One Compiled serves every machine with the same family and features.
    class Compiled
      Variant = Struct.new(:fault, :hidden) # a fault with the findings of some effects hidden by a mask

      attr_reader :catalogue, :faults, :features, :variants, :masks, :couplings

      def self.for(machine)
        machine.catalogue.kept.fetch([:compiled, machine.key]) { new(machine) }
      end

      def initialize(machine)
        @catalogue = machine.catalogue
        @features = machine.features
        @faults = machine.faults
        @masks = Masks.new(@catalogue, @faults)
        @couplings = Couplings.new(@catalogue, @faults)
        @variants =
          @faults.map { |fault| Variant.new(fault, []) } +
          @masks.variants.map { |fault, hidden| Variant.new(fault, hidden) }
        @arrows = machine.arrows
        @own = Object.new # names what is kept for this one: quicker to look up than the machine's whole description
        @positions = @faults.each_with_index.to_h { |fault, i| [fault.id, i] }
        freeze
      end

      def index(fault_id)
        @positions[fault_id]
      end

      # The index of the fault that a column stands for, a variant's own fault too; nil for the padding.
      def fault_of(column)
        column < faults.size ? column : variants[column]&.then { |variant| index(variant.fault.id) }
      end

      # All columns that stand for a fault: its own first, then its variants.
      def columns_of(index)
        [index] + (faults.size...variants.size).select { |column| fault_of(column) == index }
      end

      # Table for one finding. x: Symptom or Check; conditions: what was said of when a symptom shows ([] = not said).
      def table(finding, conditions = [])
        @catalogue.kept.fetch([@own, finding.id, conditions]) { build(finding, conditions) }
      end

      # Table of the question whether a symptom shows under a condition (Question). symptom: Catalogue::Symptom
      def condition(symptom, condition) = table(Question.condition(@catalogue, symptom, condition))

      # The numbers of many checks side by side, for Forecast.
      def sheet(checks)
        @catalogue.kept.fetch([@own, checks.map(&:id)]) { Forecast::Sheet.new(self, checks) }
      end

      # The faults that stand in sets, by their indexes. found: those that stand in every set
      def columns(indexes, found = [])
        @catalogue.kept.fetch([@own, indexes, found]) { Columns.new(self, indexes, found) }
      end

      # About what it takes in memory, without its tables.
      def bytes = @variants.size * 200

      def inspect = "#<Compiled #{@faults.size} faults>"

      private

      def build(finding, conditions)
        return finding.table(@arrows, @variants) if finding.is_a?(Question)

        words = finding.abnormal(@features)
        rows = @variants.map do |variant|
          @arrows.row(variant.fault, finding, hidden: variant.hidden, conditions: conditions).values_at(*words)
        end
        return Table.new(finding, words, rows) unless finding.is_a?(Catalogue::Check)

        Table.new(finding, words, rows, leaks: finding.leaks(words), cleared: clearing(finding, words))
      end

      # What abnormal words leave of the faults they clear: {word => [factor per column]}
      def clearing(check, words)
        (check.clearing_words & words).to_h do |word|
          ids = check.clears[word]
          [word, @variants.map { |variant| ids.include?(variant.fault.id) ? check.miss : 1.0 }]
        end
      end
    end
  end
end
