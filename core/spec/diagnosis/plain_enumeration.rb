# frozen_string_literal: true

require_relative "plain_strengths"

# The belief written out a second time, set by set over all 2^n states, from the design's formulas and the raw tables:
# no arrays, no pruning, no folding. For checking Posterior only.
class PlainEnumeration < PlainStrengths
  # observed: [[finding id, words], ...] in the order of the job; recreated: [[symptom, shown?], ...]
  def initialize(catalogue, observed, recreated: [])
    super(catalogue)
    @observed = observed
    @recreated = recreated
    @faults = catalogue.faults.map(&:id)
  end

  def facts = checks.flat_map { |check, words| words.flat_map { |word| check.is.fetch(word, []) } }.uniq

  # {set => weight} over all sets that hold the facts.
  def weights
    free = @faults - facts
    sets = (0..free.size).flat_map { |k| free.combination(k).map { |set| (set + facts).sort } }
    sets.to_h { |set| [set, prior(set) * likelihood(set)] }
  end

  # {fault => chance}, within the catalogue
  def marginals
    all = weights
    total = all.values.sum
    @faults.to_h { |id| [id, all.sum { |set, weight| set.include?(id) ? weight : 0.0 } / total] }
  end

  private

  def checks = @checks ||= @observed.filter_map { |id, words| (check = @catalogue.check(id)) && [check, words] }

  def symptoms
    @symptoms ||= @observed.filter_map { |id, words| (symptom = @catalogue.symptom(id)) && [symptom, words.first] }
  end

  def rate(id) = @scale["rates"][@catalogue.fault(id).rate["is"]]["value"]

  # A pair takes its factor, and what it is expected to add by the prior alone is taken off.
  def prior(set)
    alone = set.reduce(1.0) { |product, id| product * (facts.include?(id) ? 1.0 : rate(id) / (1 - rate(id))) }
    @catalogue.couplings.reduce(alone) do |weight, row|
      one = row["one"].first
      other = row["other"].first
      factor = row["factor"]
      next weight unless ([one, other] - @faults).empty?

      weight /= 1 + ((factor - 1) * rate(other)) if set.include?(one)
      weight /= 1 + ((factor - 1) * rate(one)) if set.include?(other)
      ([one, other] - set).empty? ? weight * factor : weight
    end
  end

  def likelihood(set)
    by_symptoms = symptoms.map { |symptom, word| told(symptom, word, set) }
    by_checks = checks.map { |check, words| answered(check, words, set) }
    (by_symptoms + by_checks + @recreated.map { |id, shown| tried(id, shown, set) }).reduce(1.0, :*)
  end

  def occurs(symptom, set)
    1 - set.reduce(1 - symptom.leak) { |product, id| product * (1 - symptom_strength(id, symptom, set)) }
  end

  def told(symptom, word, set)
    hit = @scale["evidence"]["told"]
    falsely = symptom.told_falsely
    e = occurs(symptom, set)
    return (hit * e) + (falsely * (1 - e)) if word == "present"
    return 1.0 if checks.any? { |check,| check.observes.key?(symptom.id) } # a check has looked for it

    set.reduce((1 - falsely) * (1 - symptom.leak)) { |p, id| p * (1 - (hit * symptom_strength(id, symptom, set))) }
  end

  # What the check adds to the complaint it looks for, and by its own table what is left of its words.
  def answered(check, words, set)
    taken = []
    factor = check.observes.reduce(1.0) do |product, (id, row)|
      symptom = @catalogue.symptom(id)
      next product unless symptoms.include?([symptom, "present"])

      taken += row["words"]
      product * adds(symptom, [report(check, row, words, set)], set)
    end
    factor * own(check, words, abnormal(check) - taken, set)
  end

  # [chance if it occurs, chance if not] of what a check reports of its words for a symptom
  def report(check, row, words, set)
    r = @scale["shown"][row["shown"]]
    seen = words & row["words"]
    return [1 - r, 1 - row["words"].sum { |word| leak(check, word) }] if seen.empty?

    shares = seen.map { |word| check.is.key?(word) ? 1.0 : share(check, word, row["words"], set) }
    [r * shares.sum / seen.size, seen.sum { |word| leak(check, word) } / seen.size]
  end

  def adds(symptom, reports, set)
    e = occurs(symptom, set)
    hit = @scale["evidence"]["told"]
    falsely = symptom.told_falsely
    before = (hit * e) + (falsely * (1 - e))
    ((hit * e * reports.map(&:first).reduce(:*)) + (falsely * (1 - e) * reports.map(&:last).reduce(:*))) / before
  end

  # The shop's trial comes after the check that looks for the same symptom.
  def tried(id, shown, set)
    symptom = @catalogue.symptom(id)
    known = checks.filter_map { |check, words| check.observes[id]&.then { |row| report(check, row, words, set) } }
    r = @scale["shown"]["same"]
    seen = @scale["evidence"]["seen_again"]
    trial = shown ? [r, seen] : [1 - r, 1 - seen]
    adds(symptom, known + [trial], set) / (known.empty? ? 1.0 : adds(symptom, known, set))
  end

  # Weight of a word among others: strengths, and the miss chance for every fault it clears.
  def share(check, word, among, set)
    weight = lambda do |one|
      cleared = check.clears.fetch(one, [])
      strength = leak(check, one) + set.sum { |id| word_strengths(id, check, set)[one] }
      if one == "good"
        0.0
      else
        set.reduce(strength) { |product, id| cleared.include?(id) ? product * check.miss : product }
      end
    end
    weight.call(word) / among.sum { |one| weight.call(one) }
  end

  def own(check, words, left, set)
    found = words.select { |word| check.is.key?(word) }
    defects = found.flat_map { |word| check.is[word] }
    others = set - defects
    signs = (words & left) - found
    return several(check, signs, found & left, left, others) if check.multi?
    return 1.0 if words != ["good"] && found.empty? && signs.empty?
    return nothing(check, left, others) if words == ["good"]
    return nothing(check, left.select { |word| check.is.key?(word) } - found, others) if found.any?

    (1 - nothing(check, left, set)) * share(check, signs.first, left, set)
  end

  # Chance that none of these words is shown.
  def nothing(check, words, set)
    return 1.0 if words.empty?

    leaks = words.map { |word| leak(check, word) }
    none = check.multi? ? leaks.reduce(1.0) { |product, leak| product * (1 - leak) } : 1 - leaks.sum
    set.reduce(none) do |product, id|
      product * (1 - word_strengths(id, check, set).slice(*words).values.sum)
    end
  end

  # Exactly these words were seen: within them, less all that is within fewer.
  def several(check, signs, found, left, set)
    (0..signs.size).sum do |count|
      signs.combination(count).sum do |some|
        nothing(check, left - some - found, set) * ((signs.size - count).even? ? 1 : -1)
      end
    end
  end
end
