# frozen_string_literal: true

require "set"

module UpperBranch
  class Catalogue
    # a(f, x, o): the chance that fault f alone shows word o of finding x, from the two layers of the tables:
    #
    #   a(f, x, o) = 1 - (1 - own(f, x, o)) * product over effects e of (1 - s(f, e) b(e, x, o))
    #
    # A word that is the same observation as a symptom takes the symptom's strength where it has none of its own, and
    # the other way round. The words of one check never sum to more than the scale allows; those of a fault that the
    # healthy word clears sum to all but the chance to miss it.
    #
    #   arrows.row(fault, check)   # => {"weak" => 0.6, "none" => 0.3}
    class Arrows
      # faults, checks: those of one machine; features: Set
      def initialize(catalogue, faults, checks, features)
        @catalogue = catalogue
        @features = features
        @observed =
          checks.flat_map { |check| check.observes.map { |symptom, row| [check.id, row["words"], symptom] } }
        @read_as = catalogue.book.screws.read_as(features)
        @direct = faults.to_h { |fault| [fault.id, by_finding(fault)] }
        @learned = faults.to_h { |fault| [fault.id, catalogue.book.learned.strengths(fault.id)] }
        @beside = observers(checks)
        freeze
      end

      # {abnormal word => strength}. hidden: ids of effects whose findings are hidden; conditions: what was said of when
      # it shows ([] = not said). Symptom or Check as finding.
      def row(fault, finding, hidden: [], conditions: [])
        words = finding.abnormal(@features)
        return words.to_h { |word| [word, 0.0] } unless touches?(fault.id, finding.id)

        row = words.map { |word| strength(fault.id, finding, word, hidden, conditions) }
        words.zip(finding.is_a?(Check) && finding.cleared.include?(fault.id) ? cleared(row, finding) : capped(row)).to_h
      end

      # How far the causes by which a fault shows a symptom go with a condition: 1 where all do, 0 where none does, nil
      # where the tables do not say.
      def fits(fault, symptom, condition)
        axis = @catalogue.axis(condition)
        arrows = @direct[fault.id].dig(symptom.id, "present").to_a.map do |strength, _, whens|
          speaking = whens.flat_map(&:to_a).select { |id| @catalogue.axis(id) == axis }
          [strength, speaking.empty? ? nil : speaking.include?(condition)]
        end
        return if arrows.all? { |_, fits| fits.nil? }

        arrows.sum { |strength, fits| strength * { true => 1.0, false => 0.0, nil => 0.5 }.fetch(fits) } /
          arrows.sum(&:first)
      end

      # Kinds of conditions on which the causes of a symptom differ: Set of axes
      def axes(symptom)
        whens = @direct.values.flat_map { |findings| findings.dig(symptom.id, "present").to_a.flat_map(&:last) }
        whens.flat_map(&:to_a).to_set { |id| @catalogue.axis(id) }
      end

      # About what it takes in memory: some hundred bytes an arrow.
      def bytes = @direct.sum { |_, arrows| arrows.size * 400 }

      def inspect = "#<Arrows of #{@direct.size} faults>"

      private

      # {finding id => {word => [[strength, effect id or nil, [conditions, ...]], ...]}}
      def by_finding(fault)
        arrows = own(fault).merge(by_effects(fault)) { |_, one, other| one + other }
        by_side(arrows).group_by { |(finding, _), _| finding }
              .transform_values { |rows| rows.to_h { |(_, word), list| [word, list] } }
      end

      # What the tables write for a fuel screw, as it shows on the screw of this machine.
      def by_side(arrows)
        arrows.each_with_object({}) do |(place, list), turned|
          @read_as.fetch(place, [[*place, 1.0]]).each do |finding, word, share|
            (turned[[finding, word]] ||= []).concat(list.map { |strength, *rest| [strength * share, *rest] })
          end
        end
      end

      # {finding id => ids of the checks and symptoms that observe the same}
      def observers(checks)
        pairs = checks.flat_map { |check| check.observes.keys.map { |symptom| [check.id, symptom] } }
        (pairs + pairs.map(&:reverse)).group_by(&:first).transform_values { |rows| rows.map(&:last) }
      end

      def touches?(fault_id, finding_id)
        arrows = @direct[fault_id]
        arrows.key?(finding_id) || @learned[fault_id].key?(finding_id) || @beside.fetch(finding_id, []).any? do |id|
          arrows.key?(id)
        end
      end

      def capped(row)
        sum = row.sum
        limit = @catalogue.limits["abnormal_sum"]
        sum > limit ? row.map { |value| value * limit / sum } : row
      end

      # Hidden by a mask, it stays hidden.
      def cleared(row, check)
        row.sum.positive? ? row.map { |value| value * (1 - check.miss) / row.sum } : row
      end

      # What closed jobs taught takes the place of the tables, and is as far hidden, or fits the conditions, as theirs.
      def strength(fault_id, finding, word, hidden, conditions)
        usual = by_tables(fault_id, finding, word, hidden, conditions)
        taught = @learned[fault_id].dig(finding.id, word) or return usual
        plain = by_tables(fault_id, finding, word, [], [])
        plain.positive? ? taught * usual / plain : taught
      end

      def by_tables(fault_id, finding, word, hidden, conditions)
        own = direct(fault_id, finding.id, word, hidden, conditions)
        own.positive? ? own : by_sameness(fault_id, finding, word, hidden, conditions)
      end

      def by_sameness(fault_id, finding, word, hidden, _conditions)
        if finding.is_a?(Symptom)
          told = @observed.select { |_, _, symptom| symptom == finding.id }
          told
            .map { |check, words,| words.sum { |each| direct(fault_id, check, each, hidden, []) } }
            .max.to_f.clamp(0, @catalogue.limits["abnormal_sum"])
        else
          by_symptom(fault_id, finding, word, hidden)
        end
      end

      # A word takes the strength of the symptom it stands for, unless the fault shows another word for it.
      def by_symptom(fault_id, check, word, hidden)
        _, symptom = check.same.find { |first, _| first == word }
        return 0.0 unless symptom

        others = check.observes[symptom]["words"].sum { |each| direct(fault_id, check.id, each, hidden, []) }
        others.positive? ? 0.0 : direct(fault_id, symptom, "present", hidden, [])
      end

      def direct(fault_id, finding_id, word, hidden, conditions)
        arrows = @direct[fault_id].dig(finding_id, word) or return 0.0
        missed = arrows.reduce(1.0) do |left, (strength, effect, whens)|
          next left if effect && hidden.include?(effect)

          left * (1 - (strength * fit(whens, conditions)))
        end
        1 - missed
      end

      # A finding reported under conditions it does not belong to counts for little. Only conditions of the same kind
      # speak: how far open says nothing of how warm.
      def fit(whens, conditions)
        return 1.0 if whens.empty? || conditions.empty? || whens.all? { |list| fits?(list, conditions) }

        @catalogue.limits["condition_mismatch"]
      end

      def fits?(list, conditions)
        axes = list.to_set { |id| @catalogue.axis(id) }
        speaking = conditions.select { |id| axes.include?(@catalogue.axis(id)) }
        speaking.empty? || list.intersect?(speaking.to_set)
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
