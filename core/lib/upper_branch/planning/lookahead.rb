# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Planning
    # One step ahead: the expected minutes to a proven repair after each check and after each repair.
    #
    #   lookahead = Lookahead.new(job, posterior)
    #   lookahead.check_minutes(candidates)  # => {"pump-shot" => 41.2, ...}
    #   lookahead.repairs                    # => [Repair(plan, minutes, chance), ...] best first
    class Lookahead
      Repair = Struct.new(:plan, :minutes, :chance, keyword_init: true)

      CONSIDERED = 6 # targeted repairs, the likeliest; composites come on top

      attr_reader :forecast, :needed

      # asked: questions (Diagnosis::Question) to be looked at beside the checks
      def initialize(job, posterior, asked = [])
        @job = job
        @numbers = job.catalogue.scale["planning"]
        count = job.catalogue.limits["planning_hypotheses"]
        rows = posterior.rows(count)
        @forecast = Diagnosis::Forecast.new(posterior.compiled, job.machine.checks + asked, rows.masked,
                                            rows.probability)
        @needed = NeededSets.new(job, posterior, rows)
        @cost = ExpectedCost.new(job, @needed)
        @transitions = Workshop::Transitions.for(job.machine.family, job.catalogue)
      end

      # Reckons beliefs after every word of these checks, once for all that is asked below.
      def study(checks)
        @words = words = checks.flat_map { |check| @forecast.words(check).map { |word| [check, word] } }
        @rows = words.each_index.group_by { |i| words[i].first.id }
        @chances, @beliefs = words.empty? ? [[], nil] : beliefs_after(words)
        @bits = words.empty? ? [] : @cost.entropies(@beliefs)
      end

      # Bits a studied check tells about what must be mended.
      def telling(check)
        rows = @rows[check.id] or return 0.0
        [open_bits - rows.sum { |i| @chances[i] * @bits[i] }, 0.0].max
      end

      # {check id => expected minutes: the check, the way to it, and what is left after its outcome}, for studied checks
      def check_minutes(candidates)
        list = candidates.flat_map { |candidate| @rows[candidate.check.id].map { |row| [candidate, row] } }
        return {} if list.empty?

        rows = list.map(&:last)
        bits = rows.map { |row| @bits[row] }
        left = @cost.values(@beliefs[rows, true].dup, list.map { |candidate,| candidate.state }, bits)
        @after_word = list.zip(left).to_h { |(candidate, row), minutes| [after(candidate, row), minutes] }
        candidates.to_h { |candidate| [candidate.check.id, candidate.total + expected_after(candidate)] }
      end

      # The same two steps ahead for the first few: after each likely word the best next check may follow before
      # anything is mended. first: candidates to look into; then_: candidates that may follow; minutes: one step ahead,
      # as check_minutes gives it
      def two_steps(first, then_, minutes)
        pairs =
          first.flat_map { |candidate| likely_words(candidate).flat_map { |word| follow(candidate, word, then_) } }
        return {} if pairs.empty?

        chances, beliefs = after_both(pairs)
        left = @cost.values(beliefs, pairs.map(&:state))
        saved = savings(pairs, chances, left)
        first.to_h { |candidate| [candidate.check.id, minutes[candidate.check.id] - saved[candidate.check.id]] }
      end

      # Repairs worth thinking of, the least expected minutes first. chance: that it mends something that must be
      # mended.
      def repairs
        weights = @needed.weights.to_a
        list = plans(weights)
        minutes = @cost.through(list, @needed.weights, @job.state)
        rows =
          list
            .each_index
            .select { |i| RepairTimes.possible?(minutes[i]) }
            .map { |i| Repair.new(plan: list[i], minutes: minutes[i], chance: chance_of(list[i], weights)) }
        rows.sort_by { |repair| [repair.minutes.round(6), repair.plan.id] }
      end

      # Expected minutes as things stand, whatever comes next.
      def minutes_now
        @minutes_now ||= @cost.values(@needed.weights.reshape(1, @needed.weights.size), [@job.state]).first
      end

      # Expected minutes when the next thing is the proof: done if all is mended, else on from there, the wiser.
      def proof_minutes
        @cost.proving(@needed.weights, @job.state)
      end

      # One word of a first check, one of a check that follows it, the way and the work of the second, and where one
      # then stands.
      Pair = Struct.new(:opening, :word, :second, :answer, :minutes, :state, keyword_init: true)

      private

      LIKELY = 0.08 # chance of a word from which it is worth thinking on
      private_constant :LIKELY

      def likely_words(candidate)
        @forecast.chances(candidate.check).select { |_, chance| chance >= LIKELY }.keys
      end

      def follow(candidate, word, then_)
        then_.reject { |other| other.check == candidate.check }.flat_map do |other|
          travel, state = @transitions.nearest(candidate.state, other.check.states)
          next [] unless travel.finite?

          @forecast
            .words(other.check)
            .map do |answer|
              Pair.new(
                opening: candidate,
                word: word,
                second: other,
                answer: answer,
                minutes: travel + other.minutes,
                state: state
              )
            end
        end
      end

      def after_both(pairs)
        columns =
          @forecast.joint(pairs.map { |pair| [pair.opening.check, pair.word] }) *
          @forecast.given(pairs.map { |pair| [pair.second.check, pair.answer] })
        joint = @needed.add_up(columns)
        chances = joint.sum(axis: 1).clip(1e-12, 1.0)
        [chances.to_a, joint / chances.reshape(chances.size, 1)]
      end

      # {first check id => minutes saved by following with the best second check, word by word}
      def savings(pairs, chances, left)
        saved = Hash.new(0.0)
        pairs.each_index.group_by { |i| [pairs[i].opening.check.id, pairs[i].word] }.each do |key, rows|
          chance = @forecast.chances(pairs[rows.first].opening.check)[key.last]
          saved[key.first] += [(chance * @after_word[key]) - best_second(pairs, rows, chance, chances, left), 0.0].max
        end
        saved
      end

      # Least minutes after one word when a second check follows.
      def best_second(pairs, rows, chance, chances, left)
        rows.group_by { |i| pairs[i].second.check.id }.map do |_, list|
          (pairs[list.first].minutes * chance) + list.sum { |i| chances[i] * left[i] }
        end.min
      end

      # What a row of beliefs stands for: a check and its word.
      def after(candidate, row) = [candidate.check.id, @words[row].last]

      # Minutes left after a check, whatever its word.
      def expected_after(candidate)
        @rows[candidate.check.id].sum { |row| @chances[row] * @after_word[after(candidate, row)] }
      end

      # For each (check, word): its chance, and the belief over needed sets after it.
      def beliefs_after(list)
        joint = @needed.add_up(@forecast.joint(list))
        chances = joint.sum(axis: 1).clip(1e-12, 1.0)
        [chances.to_a, joint / chances.reshape(chances.size, 1)]
      end

      def open_bits
        @open_bits ||= @needed.weights.to_a.sum { |p| p.positive? ? -p * Math.log2(p) : 0.0 }
      end

      def plans(weights)
        chances =
          @needed
            .sets
            .each_with_index
            .with_object(Hash.new(0.0)) { |(set, i), sums| set.each { |index| sums[index] += weights[i] } }
        @cost.plans.sort_by { |plan| [-chances[compiled.index(plan.faults.first.id)], plan.id] }.first(CONSIDERED) +
          RepairTimes.for(@job.machine).composites
      end

      # That something which must be mended is among what it mends.
      def chance_of(plan, weights)
        ids = plan.faults.map { |fault| compiled.index(fault.id) }
        @needed.sets.each_index.sum { |i| @needed.sets[i].intersect?(ids) ? weights[i] : 0.0 }
      end

      def compiled
        @compiled ||= Diagnosis::Compiled.for(@job.machine)
      end
    end
  end
end
