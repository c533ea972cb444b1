# frozen_string_literal: true

require_relative "../random_catalogue"
require_relative "plain_enumeration"

# The posterior against plain enumeration of all 2^n states: facts, words that clear, complaints and checks of one
# occurrence, trials, couplings and a mask, as they come together on random catalogues.
RSpec.describe "The posterior against brute force" do
  # observed: [[finding, words], ...]; recreated: [[symptom, shown?], ...]
  def job_of(catalogue, observed, recreated = [])
    entries = observed.map do |finding, words|
      next ["symptom", { "symptom" => finding, "seen" => words.first }] if finding.start_with?("symptom")

      ["check", { "check" => finding, "outcomes" => words }]
    end
    entries += recreated.map { |id, shown| ["recreate", { "symptom" => id, "way" => "way", "shown" => shown }] }
    rows = [["machine", { "family" => "toy" }], *entries].each_with_index.map do |(kind, data), i|
      { "id" => i.to_s, "kind" => kind, "data" => data }
    end
    UpperBranch::Job.new(catalogue, rows)
  end

  def random_observations(catalogue, random)
    names = %w[symptom-0 symptom-1 symptom-2 check-0 check-1 check-2].select { random.rand < 0.7 }
    names.map { |name| [name, random_words(catalogue, name, random)] }
  end

  def random_words(catalogue, name, random)
    return [%w[present present absent].sample(random: random)] if name.start_with?("symptom")

    check = catalogue.check(name)
    abnormal = check.outcomes.keys.drop(1)
    return ["good"] if random.rand < 0.4

    if check.multi?
      abnormal.select do
        random.rand < 0.6
      end.then { |some| some.empty? ? ["good"] : some }
    else
      [abnormal.sample(random: random)]
    end
  end

  it "agrees to 1e-9 on 300 random catalogues of 2 to 8 faults" do
    found = shown = 0
    300.times do |seed|
      random = Random.new(seed)
      catalogue = RandomCatalogue.whole(random, 2 + (seed % 7))
      observed = random_observations(catalogue, random)
      trials = if observed.include?(["symptom-0",
                                     ["present"]]) && random.rand < 0.5
                 [["symptom-0", random.rand < 0.5]]
               else
                 []
               end
      plain = PlainEnumeration.new(catalogue, observed, recreated: trials)
      believed = posterior(job_of(catalogue, observed, trials), size: 8)
      found += 1 if plain.facts.any?
      shown += trials.size
      relevant = believed.relevant.map { |i| believed.compiled.faults[i].id }
      # The outside hypothesis says nothing of free faults: compare within the catalogue, where it must match exactly.
      # A pair of which neither stands in sets keeps its prior, which plain enumeration knows to second order only.
      plain.marginals.each do |id, exact|
        next if !relevant.include?(id) && %w[fault-0 fault-1].include?(id)

        # What was found is in, whatever else; what factors out does not ask.
        apart = plain.facts.include?(id) || !relevant.include?(id)
        mine = apart ? believed.marginal(id) : believed.marginal(id) / (1 - believed.outside)
        expect(mine).to be_within(1e-9).of(exact), "seed #{seed}, #{id}"
      end
    end
    expect(found).to be > 60
    expect(shown).to be > 40
  end

  it "keeps to the leading sets when triples are grown from the best pairs" do
    20.times do |seed|
      random = Random.new(1000 + seed)
      catalogue = RandomCatalogue.whole(random, 8)
      job = job_of(catalogue, random_observations(catalogue, random))
      expect(posterior(job, size: 3).sets(3).map(&:faults)).to eq(posterior(job, size: 8).sets(3).map(&:faults))
    end
  end

  it "sums to one" do
    catalogue = RandomCatalogue.whole(Random.new(7), 6)
    observed = [["symptom-0", ["present"]], ["check-1", [catalogue.check("check-1").outcomes.keys.last]]]
    expect(posterior(job_of(catalogue, observed), size: 6).sets(100).sum(&:probability)).to be_within(1e-9).of(1)
  end
end
