# frozen_string_literal: true

module UpperBranch
  module Planning
    # The reason of a step, in the one sentence a foreman would say.
    module Words
      module_function

      # "3 min, and it tells the most: "weak" would point to pump cup hard or shrunk." open: the Options to choose from
      def check(posterior, option, open)
        said = "#{option.candidate.total.round} min, and #{merit(option, open)}"
        word, fault = accused(posterior, option)
        return "#{said}." unless fault

        name = fault.name[0].downcase + fault.name[1..]
        "#{said}: \"#{option.check.outcomes[word].downcase}\" would point to #{name}."
      end

      # What speaks for it. The best has the least expected minutes to the proof; often, not always, it tells the most.
      def merit(option, open)
        return "it tells the most" if open.all? { |other| other.gain <= option.gain }
        return "it tells the most for its minutes" if open.all? { |other| other.rate <= option.rate }

        "it is the quickest way on"
      end

      # repair: Lookahead::Repair; best: Option of the best check, or nil
      def repair(repair, best)
        said = "The cause lies here, with #{(repair.chance * 100).clamp(0, 99).floor} in a hundred."
        return "#{said} No check left says more." if best.nil?

        "#{said} Repairing now takes about #{repair.minutes.round} min to the proof, " \
          "looking further first about #{best.minutes.round}."
      end

      # The likeliest abnormal word, and the fault it accuses most.
      def accused(posterior, option)
        chances = option.chances.except(option.check.normal, *option.check.neutral)
        word = chances.max_by { |id, chance| [chance, id] }&.first or return
        compiled = posterior.compiled
        column = compiled.table(option.check).column(word)
        strengths = compiled.faults.each_with_index.map { |one, i| [one, column[i] * posterior.now(one.id)] }
        fault, strength = strengths.max_by { |one, chance| [chance, one.id] }
        [word, strength.to_f.positive? ? fault : nil]
      end
    end
  end
end
