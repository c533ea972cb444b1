# frozen_string_literal: true

require "set"

module UpperBranch
  class Catalogue
    # a(f, x, o): the chance that fault f alone shows word o of finding x, from the two layers of the tables:
    #
    #   a(f, x, o) = 1 - (1 - own(f, x, o)) * product over effects e of (1 - s(f, e) b(e, x, o))
    #
    # A word that is the same observation as a symptom takes the symptom's strength where it has none of its own, and
    # the other way round. The words of one check never sum to more than the scale allows.
    #
    #   arrows.row(fault, check)   # => {"weak" => 0.6, "none" => 0.3}
    class Arrows
      # faults, checks: those of one machine; features: Set
      def initialize(catalogue, faults, checks, features)
        @catalogue = catalogue
        @features = features
        @same = checks.flat_map { |check| check.same.map { |word, symptom| [check.id, word, symptom] } }
        @direct =
          faults.to_h { |fault| [fault.id, own(fault).merge(by_effects(fault)) { |_, one, other| one + other }] }
        freeze
      end

      # {abnormal word => strength}. hidden: ids of effects whose findings are hidden; conditions: what was said of when
      # it shows ([] = not said). Symptom or Check as finding.
      def row(fault, finding, hidden: [], conditions: [])
        words = finding.abnormal(@features)
        words.zip(capped(words.map { |word| strength(fault.id, finding, word, hidden, conditions) })).to_h
      end

      # About what it takes in memory: some hundred bytes an arrow.
      def bytes = @direct.sum { |_, arrows| arrows.size * 300 }

      def inspect = "#<Arrows of #{@direct.size} faults>"

      private

      def capped(row)
        sum = row.sum
        limit = @catalogue.limits["abnormal_sum"]
        sum > limit ? row.map { |value| value * limit / sum } : row
      end

      def strength(fault_id, finding, word, hidden, conditions)
        own = direct(fault_id, finding.id, word, hidden, conditions)
        own.positive? ? own : by_sameness(fault_id, finding, word, hidden, conditions)
      end

      def by_sameness(fault_id, finding, word, hidden, conditions)
        if finding.is_a?(Symptom)
          twins = @same.select { |_, _, symptom| symptom == finding.id }
          twins
            .sum { |check, other,| direct(fault_id, check, other, hidden, []) }
            .clamp(0, @catalogue.limits["abnormal_sum"])
        else
          symptom = finding.same[word]
          symptom ? direct(fault_id, symptom, "present", hidden, conditions) : 0.0
        end
      end

      def direct(fault_id, finding_id, word, hidden, conditions)
        arrows = @direct[fault_id][[finding_id, word]] or return 0.0
        missed = arrows.reduce(1.0) do |left, (strength, effect, whens)|
          next left if effect && hidden.include?(effect)

          left * (1 - (strength * fit(whens, conditions)))
        end
        1 - missed
      end

      # A finding reported under conditions it does not belong to counts for little.
      def fit(whens, conditions)
        return 1.0 if whens.empty? || conditions.empty? || whens.all? { |list| list.intersect?(conditions.to_set) }

        @catalogue.limits["condition_mismatch"]
      end

      # {[finding id, word] => [[strength, effect id or nil, [conditions, ...]], ...]}
      def own(fault)
        rows = fault.symptoms.map { |link| [[link.id, "present"], [value(link.strength), nil, conditions_of(link)]] }
        rows += fault.outcomes.map { |check, word, letter, share| [[check, word], [value(letter) * share, nil, []]] }
        gather(rows)
      end

      def by_effects(fault)
        gather(fault.effects.flat_map { |link| through(link) })
      end

      def through(link)
        effect = @catalogue.effect(link.id)
        strength = value(link.strength)
        whens = conditions_of(link)
        effect_symptoms(effect, link, strength, whens) + effect_words(effect, link, strength)
      end

      def effect_symptoms(effect, link, strength, whens)
        effect.symptoms.map do |to|
          [[to.id, "present"], [strength * value(to.strength), link.id, whens + conditions_of(to)]]
        end
      end

      def effect_words(effect, link, strength)
        effect.outcomes.map do |check, word, letter, share|
          [[check, word], [strength * value(letter) * share, link.id, []]]
        end
      end

      def conditions_of(link)
        link.conditions.empty? ? [] : [link.conditions.to_set]
      end

      def gather(rows)
        rows.group_by(&:first).transform_values { |list| list.map(&:last) }
      end

      def value(letter)
        @catalogue.strength(letter)
      end
    end
  end
end
