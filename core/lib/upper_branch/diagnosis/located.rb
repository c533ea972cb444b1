# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # Where a fault would be, on a machine that has the part more than once. A fault stands once in the model; which of
    # the places it is at is asked only where a finding names one. Taken to be at one place, the same chance for each,
    # its strength at a place looked at is its own times the chance that it is there, given the looks before:
    #
    #   a(f, x at p) = a(f, x) P(f at p | the looks before)
    #
    # So n places found sound one after another say together just what one look at all of them says.
    class Located
      # compiled: Compiled; machine: Workshop::Machine
      def initialize(compiled, machine)
        @compiled = compiled
        @machine = machine
        @at = {} # {kind of place => DFloat [columns, places]}
      end

      # The table of a check as far as it speaks of the place the finding names, or the table itself.
      def table(finding, check, table)
        place = finding.place || first_of_unlike(check.per) or return table
        places = @machine.places.of(check.per)
        column = places.index { |one| one.id == place.id } or return table
        chances = @at[check.per] ||= spread(check.per, places)
        here = table.scaled(chances[true, column].dup)
        learn(chances, column, table, finding, check)
        here
      end

      private

      # Where places are not alike (a screw that stays shut), a finding that names none means the usual one.
      def first_of_unlike(kind)
        special = @machine.special_places(kind)
        special.any? ? @machine.places.of(kind).find { |place| !special.include?(place.id) } : nil
      end

      def spread(kind, places)
        special = @machine.special_places(kind)
        rows = @compiled.variants.map do |variant|
          there = places.map { |place| there?(variant.fault, place.id, special) }
          there.map { |one| one ? 1.0 / there.count(true) : 0.0 }
        end
        Numo::DFloat.cast(rows + [Array.new(places.size, 1.0 / places.size)])
      end

      # Can this fault be at that place? One that belongs to a screw or barrel of its own only there, the others where
      # places are alike.
      def there?(fault, place, special)
        return !special.include?(place) if fault.only_at.empty?

        fault.only_at.any? { |part| Workshop::Places.part?(place, part) }
      end

      # What this look tells of where each would be.
      def learn(chances, column, table, finding, check)
        words = finding.words & table.words
        likely = words.empty? || words.include?(check.normal) ? table.misses : shown(table, words)
        chances[true, column] = chances[true, column] * likely
        total = chances.sum(axis: 1)
        kept = total.gt(0).where
        chances[kept, true] = chances[kept, true] / total[kept].reshape(kept.size, 1)
      end

      def shown(table, words)
        leak = words.sum { |word| table.leaks[word] }
        (words.map { |word| table.column(word) }.reduce(:+) + leak) / Logs.at_least(leak)
      end
    end
  end
end
