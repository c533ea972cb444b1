# frozen_string_literal: true

module UpperBranch
  module Diagnosis
    # a(f, x, o): the chance that fault f alone gives abnormal outcome o of finding x, compiled from the two layers
    #
    #   a(f,x,o) = 1 - (1 - own(f,x,o)) * product over effects e of (1 - s(f,e) b(e,x,o))
    #
    # with the inheritance of "same" observations and the cap on the sum over the outcomes of one check.
    # One Compiled serves every machine with the same family and features.
    class Compiled
      Variant = Struct.new(:fault, :hidden) # a fault with the findings of some effects hidden by a mask

      attr_reader :catalogue, :faults, :features, :variants, :masks

      def self.for(machine)
        machine.catalogue.kept.fetch([:compiled, machine.key]) { new(machine) }
      end

      def initialize(machine)
        @catalogue = machine.catalogue
        @features = machine.features
        @faults = machine.faults
        @checks = machine.checks
        @masks = Masks.new(@catalogue, @faults)
        @variants = @faults.map { |fault| Variant.new(fault, []) } + @masks.variants.map { |fault, hidden| Variant.new(fault, hidden) }
        @same = @checks.flat_map { |check| check.same.map { |word, symptom| [check, word, symptom] } }
        @own = Object.new # names what is kept for this one: quicker to look up than the machine's whole description
        @positions = @faults.each_with_index.to_h { |fault, i| [fault.id, i] }
        @direct = @faults.to_h { |fault| [fault.id, own_arrows(fault).merge(effect_arrows(fault)) { |_, one, other| one + other }] }
        freeze
      end

      def index(fault_id)
        @positions[fault_id]
      end

      # Table for one finding. x: Symptom or Check; conditions: what was said of when a symptom shows ([] = not said).
      def table(finding, conditions = [])
        @catalogue.kept.fetch([@own, finding.id, conditions]) { build(finding, conditions) }
      end

      # The numbers of many checks side by side, for Forecast.
      def sheet(checks)
        @catalogue.kept.fetch([@own, checks.map(&:id)]) { Forecast::Sheet.new(self, checks) }
      end

      # About what it takes in memory: some hundred bytes an arrow.
      def bytes = @direct.sum { |_, arrows| arrows.size * 300 }

      def inspect = "#<Compiled #{@faults.size} faults>"

      private

      def build(finding, conditions)
        words = finding.abnormal(@features)
        rows = @variants.map { |variant| capped(words.map { |word| strength(variant, finding, word, conditions) }) }
        Table.new(finding, words, rows)
      end

      def capped(row)
        sum = row.sum
        limit = @catalogue.limits["abnormal_sum"]
        sum > limit ? row.map { |value| value * limit / sum } : row
      end

      # With inheritance: a check's word takes its symptom's strength where it has none of its own, and the other way round.
      def strength(variant, finding, word, conditions)
        own = direct(variant, finding.id, word, conditions)
        return own if own.positive?

        by_sameness(variant, finding, word, conditions)
      end

      def by_sameness(variant, finding, word, conditions)
        if finding.is_a?(Catalogue::Symptom)
          twins = @same.select { |_, _, symptom| symptom == finding.id }
          twins.sum { |check, other,| direct(variant, check.id, other, []) }.clamp(0, @catalogue.limits["abnormal_sum"])
        else
          symptom = finding.same[word]
          symptom ? direct(variant, symptom, "present", conditions) : 0.0
        end
      end

      def direct(variant, finding_id, word, conditions)
        links = @direct[variant.fault.id][[finding_id, word]] or return 0.0
        missed = links.reduce(1.0) do |left, (strength, effect, whens)|
          next left if effect && variant.hidden.include?(effect)

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
      def own_arrows(fault)
        rows = fault.symptoms.map { |link| [[link.id, "present"], [value(link.strength), nil, conditions_of(link)]] }
        rows += fault.outcomes.map { |check, word, letter, share| [[check, word], [value(letter) * share, nil, []]] }
        gather(rows)
      end

      def effect_arrows(fault)
        gather(fault.effects.flat_map { |link| through(link) })
      end

      def through(link)
        effect = @catalogue.effect(link.id)
        strength = value(link.strength)
        whens = conditions_of(link)
        symptoms = Catalogue::Links.plain(effect["symptoms"]).map { |to| [[to.id, "present"], [strength * value(to.strength), link.id, whens + conditions_of(to)]] }
        symptoms + Catalogue::Links.outcomes(effect["checks"]).map { |check, word, letter, share| [[check, word], [strength * value(letter) * share, link.id, []]] }
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
