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

      # fault -> probability strictly inside (0, 1)
      def of(fault)
        rate = step_value(step(fault.rate))
        odds = rate / (1 - rate) * odds_factor(fault)
        odds / (1 + odds)
      end

      private

      # Index into STEPS; beyond the last means rarer than rare.
      def step(rate)
        base = STEPS.index(rate.dig("families", @machine.family["id"]) || rate["is"])
        base += { true => 0, nil => 1, false => 2 }.fetch(@machine.condition(rate["when"])) if rate["when"]
        raised = (rate["raised"] || {}).select { |condition,| @machine.condition(condition) }.values
        [base, *raised.map { |letter| STEPS.index(letter) }].min
      end

      def step_value(index)
        letter = STEPS[index] and return @catalogue.scale["rates"][letter]["value"]

        @catalogue.scale["rates"]["R"]["value"] / (3.0**(index - STEPS.size + 1))
      end

      def odds_factor(fault)
        context = @machine.options.map { |option| option.dig("odds", fault.id) || 1 }
        context.reduce(1.0, :*) * work_odds(fault) * @machine.schools.odds(fault.id)
      end

      def work_odds(fault)
        done = @catalogue.work.select { |row| @machine.work.include?(row["id"]) }
        return @catalogue.scale["work"]["named_odds"] if done.any? { |row| row["faults"]&.include?(fault.id) }
        return @catalogue.scale["work"]["circuit_odds"] if done.any? { |row| row["circuits"]&.include?(fault.circuit) }

        1
      end
    end
  end
end
