# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # Something that does or does not occur at the machine (E), seen by several imperfect observers: who complains of
    # it, the check that looks for it, the shop that makes it happen again. Given E and the faults they err
    # independently:
    #
    #   P(E | S)              noisy-OR of the symptom's strengths
    #   P(reports | S)        P(E | S) * product of P(report | E, S) + (1 - P(E | S)) * product of P(report | not E)
    #
    # So a complaint counts once, keeps its weight when a check cannot show it again, and gains the check's finer word
    # when it can. Each further report counts by what it adds to those before (`adds`).
    class Occurrence
      attr_reader :observer

      # symptom: Table of the symptom; before: observers so far (of observers.rb); observer: the one who comes to them
      def initialize(symptom, before, observer)
        @symptom = symptom
        @before = before
        @observer = observer
      end

      # The same with one observer more, who comes after all these.
      def with(observer) = Occurrence.new(@symptom, @before + [@observer], observer)

      # P(the observer's report | S, the reports before). over: as Table takes it
      def adds(over)
        over = Table::Members.of(over)
        occurs = 1 - @symptom.normal(over)
        reports(@before + [@observer], occurs, over) / Logs.at_least(reports(@before, occurs, over))
      end

      # The same for a cause outside the catalogue.
      def adds_outside
        chance = @symptom.finding.outside
        all, some = [@before + [@observer], @before].map do |observers|
          seen = observers.reduce(chance) { |product, one| product * outside(one) }
          seen + observers.reduce(1 - chance) { |product, one| product * one.otherwise }
        end
        all / Logs.at_least(some)
      end

      def over(columns)
        Occurrence.new(@symptom.over(columns), @before.map { |one| one.over(columns) }, @observer.over(columns))
      end

      # Strengths of all that may cause it or its reports: DFloat over the columns.
      def touched = [@symptom.sums, *(@before + [@observer]).filter_map(&:touched)].reduce(:+)

      private

      def reports(observers, occurs, over)
        shown = observers.reduce(occurs) { |product, one| product * one.shown(over) }
        shown + observers.reduce(1 - occurs) { |product, one| product * one.otherwise }
      end

      def outside(observer)
        observer.is_a?(Observers::Looked) ? observer.shown_at_all : observer.shown(nil)
      end
    end
  end
end
