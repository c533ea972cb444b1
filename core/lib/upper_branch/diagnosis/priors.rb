# frozen_string_literal: true

module UpperBranch
  module Diagnosis
    # How likely each fault is before anything is looked at: the family's base rate, moved by what is known of the
    # machine's past. A rate that depends on a condition holds when the condition is present, stands one step lower when
    # unknown and two steps lower when absent.
    class Priors
      STEPS = %w[VC C U R].freeze

      def initialize(machine)
        @machine = machine
        @catalogue = machine.catalogue
      end

      # Prior odds of faults, in their order: Array of Float
      def odds(faults)
        factors = factors_by_fault
        done = @catalogue.work.select { |row| @machine.work.include?(row["id"]) }
        faults.map do |fault|
          rate = step_value(step(fault.rate))
          rate / (1 - rate) * factors.fetch(fault.id, 1.0) * work_odds(fault, done)
        end
      end

      # fault -> probability strictly inside (0, 1)
      def of(fault) = odds([fault]).first.then { |odds| odds / (1 + odds) }

      private

      # {fault id => factor} of what was answered at intake, of the shop's schools, and of what its closed jobs taught.
      def factors_by_fault
        tables = @machine.options.filter_map { |option| option["odds"] } + @machine.schools.odds_tables
        tables << @catalogue.book.learned.rates(@machine.family["id"])
        tables.each_with_object(Hash.new(1.0)) do |table, product|
          table.each { |id, factor| product[id] *= factor }
        end
      end

      # Index into STEPS; beyond the last means rarer than rare.
      def step(rate)
        base = STEPS.index(by_feature(rate) || rate.dig("families", @machine.family["id"]) || rate["is"])
        base += { true => 0, nil => 1, false => 2 }.fetch(@machine.condition(rate["when"])) if rate["when"]
        raised = (rate["raised"] || {}).select { |condition,| @machine.condition(condition) }.values
        [base, *raised.map { |letter| STEPS.index(letter) }].min
      end

      # A rate that goes by what is fitted.
      def by_feature(rate) = rate["features"]&.find { |feature, _| @machine.features.include?(feature) }&.last

      def step_value(index)
        letter = STEPS[index] and return @catalogue.scale["rates"][letter]["value"]

        @catalogue.scale["rates"]["R"]["value"] / (3.0**(index - STEPS.size + 1))
      end

      # done: rows of the work done last
      def work_odds(fault, done)
        return @catalogue.scale["work"]["named_odds"] if done.any? { |row| row["faults"]&.include?(fault.id) }
        return @catalogue.scale["work"]["circuit_odds"] if done.any? { |row| row["circuits"]&.include?(fault.circuit) }

        1
      end
    end
  end
end
