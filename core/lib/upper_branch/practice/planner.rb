# frozen_string_literal: true

module UpperBranch
  module Practice
    # Follows the recommendation.
    class Planner < Shift
      def step
        step = Planning::NextStep.of(@job, posterior)
        case step.kind
        when :check then check(step.target.check)
        when :repair then repair(step.target)
        when :refer then step.target.faults.any? ? hand_on(step.target) : @referred = true
        when :prove then step.target.kind == :check ? check(@machine.check(step.target.id)) : prove
        when :close then prove
        else person(step)
        end
      end

      private

      # What a person answers or sees to.
      def person(step)
        case step.kind
        when :ask then ask(step.target.check)
        when :gate then pass(step.target)
        when :recreate then recreate(step.target)
        when :settle then add("strike", "entry" => step.target.denied)
        else @referred = true
        end
      end

      def ask(question)
        @minutes += question.minutes
        if question.condition
          answer = @virtual.under(question.symptom, question.condition)
          return add("condition", "symptom" => question.symptom.id, "condition" => question.condition,
                                  "answer" => answer)
        end
        seen = @virtual.told(question.symptom) ? "present" : "absent"
        add("symptom", "symptom" => question.symptom.id, "seen" => seen, "asked" => true)
      end

      def pass(gate)
        @minutes += gate.fetch("minutes", 0)
        add("gate", "gate" => gate["id"], "safe" => true)
      end

      def recreate(step)
        @minutes += step.way["minutes"]
        add("state", "engine" => "cold", "carburetor" => "on") if step.way["engine"] == "cold"
        shown = @virtual.recreated?(step.symptom, step.way)
        add("recreate", "symptom" => step.symptom.id, "way" => step.way["id"], "shown" => shown) or @referred = true
      end
    end
  end
end
