# frozen_string_literal: true

# How strongly each fault shows each finding, read from the raw tables of a small catalogue once more, set by set.
class PlainStrengths
  def initialize(catalogue)
    @catalogue = catalogue
    @scale = catalogue.scale
  end

  private

  def value(letter) = @catalogue.strength(letter)

  # fault-1 hides what fault-0 shows through its effect.
  def direct_symptom(id, symptom, set)
    fault = @catalogue.fault(id)
    own = fault.symptoms.find { |link| link.id == symptom.id }&.strength
    through = fault.effects.map { |link| through_effect(link, symptom, set) }
    1 - ((1 - (own ? value(own) : 0.0)) * through.reduce(1.0) { |product, a| product * (1 - a) })
  end

  def through_effect(link, symptom, set)
    shown = @catalogue.effect(link.id).symptoms.find { |to| to.id == symptom.id } or return 0.0
    return 0.0 if link.id == "hidden" && hiding?(set)

    value(link.strength) * value(shown.strength)
  end

  def hiding?(set) = set.any? { |id| @catalogue.fault(id).effects.any? { |link| link.id == "hiding" } }

  def own_word(id, check, word)
    link = @catalogue.fault(id).outcomes.find { |at, one,| at == check.id && one == word }
    link ? value(link[2]) : 0.0
  end

  def symptom_strength(id, symptom, set)
    own = direct_symptom(id, symptom, set)
    return [own, 0.97].min if own.positive?

    seen = @catalogue.checks.filter_map do |check|
      check.observes[symptom.id]&.then { |row| row["words"].sum { |word| own_word(id, check, word) } }
    end
    [seen.max.to_f, 0.97].min
  end

  def word_strengths(id, check, set)
    row = abnormal(check).to_h { |word| [word, own_word(id, check, word)] }
    check.observes.each do |symptom, at|
      next if at["words"].sum { |word| row[word] }.positive?

      row[at["words"].first] = direct_symptom(id, @catalogue.symptom(symptom), set)
    end
    scaled(row, check.clears.fetch("good", []).include?(id) ? check.miss : nil)
  end

  def scaled(row, miss)
    sum = row.values.sum
    return row.transform_values { |a| a * (1 - miss) / sum } if miss && sum.positive?

    sum > 0.97 ? row.transform_values { |a| a * 0.97 / sum } : row
  end

  def abnormal(check) = check.outcomes.keys.drop(1)

  def leak(check, word)
    return @scale["evidence"]["false_report"] if check.is.key?(word)

    @scale["leaks"]["check"] / abnormal(check).count { |one| !check.is.key?(one) }
  end
end
