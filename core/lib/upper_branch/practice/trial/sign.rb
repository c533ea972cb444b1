# frozen_string_literal: true

module UpperBranch
  module Practice
    class Trial
      # One complaint, or one answer of a check, as it would be seen on the simulated engine.
      class Sign
        # row: of the catalogue's trials
        def initialize(row)
          @row = row
        end

        def symptom = @row["symptom"]
        def check = @row["check"]
        def name = symptom || "#{check}/#{@row['word']}"

        # Names of what it is read from.
        def measures = [*@row["any"], *@row["all"]].map { |test| test["measure"] }

        # Can the machine show it at all?
        def on?(machine)
          return false unless Catalogue::Needs.met?(@row["needs"] || [], machine.features)
          return !machine.symptom(symptom).nil? if symptom

          check = machine.check(@row["check"])
          !check.nil? && check.abnormal(machine.features).include?(@row["word"])
        end

        # Strength by the tables that a fault alone shows it, 0 to 1.
        def strength(machine, fault)
          return strength_of(machine, fault) if symptom

          machine.arrows.row(fault, machine.check(@row["check"])).fetch(@row["word"], 0.0)
        end

        # Of a complaint as it shows under the conditions it is tried under here.
        def strength_of(machine, fault)
          machine.arrows.row(fault, machine.symptom(symptom), conditions: @row["under"] || []).fetch("present", 0.0)
        end

        # true or false, or nil where it could not be looked at. found, healthy: {measure => number}
        def shown(found, healthy)
          any = verdicts(@row["any"], found, healthy)
          all = verdicts(@row["all"], found, healthy)
          return false if all.include?(false) || (!any.empty? && any.all?(false))

          true if all.all?(true) && (any.empty? || any.include?(true))
        end

        private

        # true, false, or nil where the measure was not had.
        def verdicts(tests, found, healthy)
          (tests || []).map do |test|
            now = found[test["measure"]]
            now && holds?(test, now, healthy.fetch(test["measure"]))
          end
        end

        def holds?(test, now, was)
          how, limit = test.except("measure").first
          case how
          when "over" then now > limit
          when "under" then now < limit
          when "rise" then now > limit * was
          when "fall" then now < limit * was
          when "more" then now > was + limit
          when "less" then now < was - limit
          end
        end
      end
    end
  end
end
