# frozen_string_literal: true

module UpperBranch
  module Practice
    # How surely a learner knows each circuit, from what he found and did not find: Bayesian knowledge tracing (Corbett
    # and Anderson, 1994).
    #
    #   mastery = Mastery.new(catalogue.book.practice.data["mastery"])
    #   mastery.after([true, true, false])   # => 0.71, the chance that he knows it
    #
    # Before each exercise he either knows it or not; he shows it wrongly by a slip, rightly by a guess; and he may
    # learn it from the exercise.
    class Mastery
      # numbers: known, learned, guessed, slipped: chances; mastered: from which it counts as known; rests: days after
      # which what is known is practised again
      def initialize(numbers)
        @known, @learned, @guessed, @slipped = numbers.values_at("known", "learned", "guessed", "slipped")
        @mastered = numbers["mastered"]
        @rests = numbers["rests"]
      end

      # results: true or false, the oldest first
      def after(results) = results.reduce(@known) { |known, right| learn(seen(known, right)) }

      def mastered?(known) = known >= @mastered

      # {circuit => chance that it is known}. results: {circuit => [[right, day], ...]}, the oldest first
      def by_circuit(circuits, results)
        circuits.to_h { |circuit| [circuit, after(results.fetch(circuit, []).map(&:first))] }
      end

      # Weights of what to practise next, {circuit => weight}: what is known least, and of what is known what has rested
      # longest. today: day, as those of the results
      def focus(circuits, results, today:)
        by_circuit(circuits, results).to_h do |circuit, known|
          last = results.fetch(circuit, []).map(&:last).max
          rested = last ? [(today - last) / @rests.to_f, 1.0].min : 1.0
          [circuit, mastered?(known) ? 0.2 * rested : 1 - known]
        end
      end

      private

      # After what was seen, by Bayes.
      def seen(known, right)
        if right
          known * (1 - @slipped) / ((known * (1 - @slipped)) + ((1 - known) * @guessed))
        else
          known * @slipped / ((known * @slipped) + ((1 - known) * (1 - @guessed)))
        end
      end

      def learn(known) = known + ((1 - known) * @learned)
    end
  end
end
