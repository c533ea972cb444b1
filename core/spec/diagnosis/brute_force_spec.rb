# frozen_string_literal: true

require_relative "../small_catalogue"

# The posterior against plain enumeration of all 2^n states, written a second time without arrays, pruning or factoring.
RSpec.describe "The posterior against brute force" do
  # [{fault => strength per word}] written out from the tables; returns {fault id => marginal}, and {set =>
  # probability}.
  def enumerate(catalogue, observed)
    scale = catalogue.scale
    prior = catalogue.faults.to_h { |fault| [fault.id, scale["rates"][fault.rate["is"]]["value"]] }
    weights = (0..prior.size).flat_map { |k| prior.keys.combination(k).to_a }.to_h do |set|
      weight = prior.reduce(1.0) { |product, (id, p)| product * (set.include?(id) ? p : 1 - p) }
      [set, observed.reduce(weight) { |product, (finding, word)| product * chance(catalogue, set, finding, word) }]
    end
    empty = prior.values.reduce(1.0) { |product, p| product * (1 - p) }
    outside =
      scale["outside"]["prior"] / (1 - scale["outside"]["prior"]) * empty *
      observed.reduce(1.0) { |product, (finding, word)| product * outside_chance(catalogue, finding, word) }
    # outside stands against the empty set; free faults do not combine with it
    [weights, outside]
  end

  def words_of(catalogue, finding)
    finding.start_with?("symptom") ? ["present"] : catalogue.check(finding).outcomes.keys.drop(1)
  end

  def chance(catalogue, set, finding, word)
    words = words_of(catalogue, finding)
    leak = catalogue.scale["leaks"][finding.start_with?("symptom") ? "symptom" : "check"]
    rows = set.map { |id| words.map { |one| strength(catalogue, id, finding, one) } }
    normal = rows.reduce(1 - leak) { |product, row| product * (1 - [row.sum, 0.97].min) }
    return normal unless words.include?(word)

    i = words.index(word)
    (1 - normal) * ((leak / words.size) + rows.sum { |row| row[i] }) / (leak + rows.sum(&:sum))
  end

  def strength(catalogue, id, finding, word)
    fault = catalogue.fault(id)
    letter =
      if finding.start_with?("symptom")
        fault.symptoms.find { |link| link.id == finding }&.strength
      else
        fault.outcomes.find { |check, one,| check == finding && one == word }&.at(2)
      end
    letter ? catalogue.strength(letter) : 0.0
  end

  def outside_chance(catalogue, finding, word)
    words = words_of(catalogue, finding)
    abnormal = catalogue.scale["outside"][finding.start_with?("symptom") ? "symptom" : "check"]
    words.include?(word) ? abnormal / words.size : 1 - abnormal
  end

  def job_of(catalogue, observed)
    rows =
      [{ "id" => "m", "kind" => "machine", "data" => { "family" => "toy" } }] +
      observed.each_with_index.map do |(finding, word), i|
        data =
          (
            if finding.start_with?("symptom")
              { "symptom" => finding, "seen" => word }
            else
              { "check" => finding, "outcomes" => [word] }
            end
          )
        { "id" => i.to_s, "kind" => finding.start_with?("symptom") ? "symptom" : "check", "data" => data }
      end
    UpperBranch::Job.new(catalogue, rows)
  end

  def random_observations(catalogue, random)
    names = %w[symptom-0 symptom-1 symptom-2 check-0 check-1 check-2].select { random.rand < 0.7 }
    names.to_h do |name|
      [
        name,
        (name.start_with?("symptom") ? %w[present absent] : catalogue.check(name).outcomes.keys).sample(random: random)
      ]
    end
  end

  it "agrees to 1e-9 on 150 random catalogues of 2 to 8 faults" do
    150.times do |seed|
      random = Random.new(seed)
      catalogue = SmallCatalogue.random(random, 2 + (seed % 7))
      observed = random_observations(catalogue, random)
      weights, outside = enumerate(catalogue, observed)
      believed = posterior(job_of(catalogue, observed), size: 8)
      relevant = believed.relevant.map { |i| believed.compiled.faults[i].id }
      # The outside hypothesis says nothing of free faults: compare within the catalogue, where it must match exactly.
      total = weights.values.sum
      relevant.each do |id|
        exact = weights.sum { |set, weight| set.include?(id) ? weight : 0.0 } / total
        expect(believed.marginal(id) / (1 - believed.outside)).to be_within(1e-9).of(exact), "seed #{seed}, #{id}"
      end
      (catalogue.faults.map(&:id) - relevant).each do |id|
        exact = weights.sum { |set, weight| set.include?(id) ? weight : 0.0 } / total
        expect(believed.marginal(id)).to be_within(1e-9).of(exact), "seed #{seed}, free #{id}"
      end
      next unless relevant.size == catalogue.faults.size

      expect(believed.outside).to be_within(1e-9).of(outside / (outside + total)), "seed #{seed}, outside"
    end
  end

  it "keeps to the leading sets when triples are grown from the best pairs" do
    20.times do |seed|
      random = Random.new(1000 + seed)
      catalogue = SmallCatalogue.random(random, 8)
      job = job_of(catalogue, random_observations(catalogue, random))
      expect(posterior(job, size: 3).sets(3).map(&:faults)).to eq(posterior(job, size: 8).sets(3).map(&:faults))
    end
  end

  it "sums to one" do
    catalogue = SmallCatalogue.random(Random.new(7), 6)
    believed =
      posterior(
        job_of(catalogue, { "symptom-0" => "present", "check-1" => catalogue.check("check-1").outcomes.keys.last }),
        size: 6
      )
    expect(believed.sets(100).sum(&:probability)).to be_within(1e-9).of(1)
  end
end
