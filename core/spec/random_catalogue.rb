# frozen_string_literal: true

require_relative "small_catalogue"

# Random small catalogues, for checking against plain enumeration and against reference libraries.
module RandomCatalogue
  LETTERS = %w[A O S R].freeze
  SYMPTOMS = %w[symptom-0 symptom-1 symptom-2].freeze

  # Of faults, symptoms and checks only. random: Random; n: faults
  def self.plain(random, n)
    words = (0...3).to_h { |c| ["check-#{c}", %w[good bad-0]] }
    faults = (0...n).map { |i| fault(random, i, words).merge("effects" => {}) }
    SmallCatalogue.build(faults: faults, symptoms: SYMPTOMS, words: words, strengths: strengths(random))
  end

  # With defects, clearing words, checks that observe symptoms again, a coupling and a mask.
  def self.whole(random, n)
    words = (0...3).to_h { |c| ["check-#{c}", ["good"] + (0..random.rand(2)).map { |o| "bad-#{o}" }] }
    faults = (0...n).map { |i| fault(random, i, words) }
    SmallCatalogue.build(
      faults: faults, symptoms: SYMPTOMS, words: words, strengths: strengths(random),
      kinds: words.to_h { |id, list| [id, kind(random, id, list, faults)] },
      couplings: [{ "name" => "pair", "factor" => 3.0, "one" => ["fault-0"], "other" => ["fault-1"] }],
      effects: [{ "id" => "hidden", "symptoms" => { "symptom-2" => "A" } }, { "id" => "hiding", "symptoms" => {} }],
      masks: [{ "name" => "mask", "effect" => "hiding", "hides" => "hidden" }]
    )
  end

  def self.strengths(random) = LETTERS.to_h { |letter| [letter, random.rand(0.05..0.95)] }

  def self.fault(random, i, words)
    symptoms = SYMPTOMS.select { random.rand < 0.5 }.to_h { |id| [id, LETTERS.sample(random: random)] }
    checks = words.select { random.rand < 0.5 }
    {
      "id" => "fault-#{i}", "rate" => %w[VC C U R].sample(random: random),
      "effects" => { 0 => { "hidden" => "O" }, 1 => { "hiding" => "O" } }.fetch(i, {}), "symptoms" => symptoms,
      "checks" => checks.to_h do |id, list|
        [id, { list.drop(1).sample(random: random) => LETTERS.sample(random: random) }]
      end
    }
  end

  # Some words of a check are a defect, the healthy one clears some, the last word of one check clears others.
  def self.kind(random, id, list, faults)
    showing = faults.select { |row| row["checks"].key?(id) }
    { "is" => defects(random, id, list, showing), "clears" => clears(random, id, list, showing),
      "multi" => id == "check-1", "observes" => observed(id, list) }.compact
  end

  def self.defects(random, id, list, showing)
    is = list.drop(1).to_h { |word| [word, showing.select { |row| row["checks"][id].key?(word) }.first(1)] }
    is.transform_values { |rows| rows.map { |row| row["id"] } }.select { |_, ids| ids.any? && random.rand < 0.4 }
  end

  def self.clears(random, id, list, showing)
    others = showing.reject { |row| row["checks"][id].key?(list.last) }
    by_last = id == "check-2" && others.any? ? { list.last => others.map { |row| row["id"] } } : {}
    { list.first => showing.map { |row| row["id"] }.select { random.rand < 0.4 } }.merge(by_last)
  end

  def self.observed(id, list)
    case id
    when "check-0" then { "symptom-0" => { "words" => ["bad-0"], "shown" => "same" } }
    when "check-2" then { "symptom-1" => { "words" => list.drop(1), "shown" => "later" } }
    end
  end
end
