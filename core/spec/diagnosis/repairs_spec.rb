# frozen_string_literal: true

require_relative "../small_catalogue"

RSpec.describe "Belief through a repair" do
  let(:catalogue) do
    SmallCatalogue.build(
      symptoms: %w[symptom-0],
      words: {
        "check-0" => %w[good bad],
        "check-1" => %w[good bad]
      },
      faults: [
        {
          "id" => "one",
          "rate" => "C",
          "symptoms" => {
            "symptom-0" => "A"
          },
          "checks" => {
            "check-0" => {
              "bad" => "A"
            }
          }
        },
        { "id" => "two", "rate" => "U", "symptoms" => { "symptom-0" => "O" }, "checks" => {} },
        { "id" => "aside", "rate" => "C", "symptoms" => {}, "checks" => { "check-1" => { "bad" => "A" } } }
      ]
    )
  end

  def job_with(*rows)
    entries =
      [["machine", { "family" => "toy" }], *rows].each_with_index.map do |(kind, data), i|
        { "id" => i.to_s, "kind" => kind, "data" => data }
      end
    UpperBranch::Job.new(catalogue, entries)
  end

  it "splits a set that held the mended fault by the repair's chance of success" do
    before = posterior(job_with(seen("symptom-0"), found("check-0", "bad")))
    after = posterior(job_with(seen("symptom-0"), found("check-0", "bad"), repaired("one")))
    expect(after.marginal("one")).to be_within(1e-9).of(before.marginal("one"))
    expect(after.now("one")).to be_within(1e-9).of(before.marginal("one") * 0.1)
    expect(after.now("two")).to be_within(1e-9).of(before.marginal("two"))
  end

  it "agrees with the four worlds written out by hand when the complaint is gone afterwards" do
    a = 0.92
    o = 0.65
    leak = 0.02
    prior = { [] => 0.9 * 0.95, ["one"] => 0.1 * 0.95, ["two"] => 0.9 * 0.05, %w[one two] => 0.1 * 0.05 }
    # told when it is there with 0.9, falsely with 0.04 (0.01 where the shop looks again); not told: each cause missed
    occurs = ->(set) { 1 - ((1 - leak) * (set.include?("one") ? 1 - a : 1) * (set.include?("two") ? 1 - o : 1)) }
    told = ->(set) { (0.9 * occurs.call(set)) + (0.04 * (1 - occurs.call(set))) }
    not_told = lambda do |set|
      0.99 * (1 - leak) * (set.include?("one") ? 1 - (0.9 * a) : 1) * (set.include?("two") ? 1 - (0.9 * o) : 1)
    end
    still_in = Hash.new(0.0)
    prior.each do |set, p|
      worlds = set.include?("one") ? [[set, 0.1], [set - ["one"], 0.9]] : [[set, 1.0]]
      worlds.each do |left, share|
        still_in[left] += p * share * told.call(set) * not_told.call(left)
      end
    end
    outside = 0.02 / 0.98 * prior[[]] * 0.2 * 0.8
    exact = (still_in[["one"]] + still_in[%w[one two]]) / (still_in.values.sum + outside)
    believed = posterior(job_with(seen("symptom-0"), repaired("one"), not_seen("symptom-0")))
    expect(believed.now("one")).to be_within(1e-9).of(exact)
  end

  it "takes a part renewed again for as good as the first time, a second flush for a fifth of it" do
    fresh = job("cv", seen("flood-vent"), safe("fuel-out"))
    flush, renewal = %w[drain-and-flush needle-worn].map { |id| UpperBranch::Workshop::Repairs.find(fresh.machine, id) }
    again = job("cv", seen("flood-vent"), safe("fuel-out"), repaired("needle-worn"), repaired("drain-and-flush"))
    expect([fresh, again].map { |one| one.chance_of(renewal) }).to eq [0.95, 0.95]
    expect([fresh, again].map { |one| one.chance_of(flush) }).to match [0.5, be_within(1e-9).of(0.1)]
  end

  it "believes what a second flush leaves by its own chance" do
    once, twice = [1, 2].map do |times|
      posterior(job("cv", seen("flood-vent"), safe("fuel-out"), *Array.new(times) { repaired("drain-and-flush") }))
    end
    expect(twice.now("needle-grit")).to be_within(1e-4).of(once.now("needle-grit") * 0.9)
  end

  it "learns nothing from the same result seen again where nothing in the set has changed" do
    once = posterior(job_with(seen("symptom-0"), found("check-0", "good"), repaired("one")))
    again = posterior(job_with(seen("symptom-0"), found("check-0", "good"), repaired("one"), found("check-0", "good")))
    expect(again.now("two")).to be_within(0.02).of(once.now("two"))
  end

  it "learns nothing from the same result seen again after a repair of what could not have shown it" do
    known = [seen("symptom-0"), found("check-1", "bad"), found("check-0", "bad"), repaired("aside")]
    once = posterior(job_with(*known))
    again = posterior(job_with(*known, found("check-0", "bad")))
    expect(again.all_now.transform_values { |p| p.round(9) }).to eq(once.all_now.transform_values { |p| p.round(9) })
  end

  it "judges the same result seen again by how much of what could have shown it is gone" do
    leak = 0.03
    with_one = 1 - ((1 - leak) * (1 - 0.92))
    in_still = 0.1 * 0.1 * with_one                          # not mended: the same again is no news
    in_once = 0.1 * 0.9 * with_one * (leak / with_one)       # mended: only what shows without a cause is left
    never_in = 0.9 * leak
    outside = 0.02 / 0.98 * 0.9 * 0.1
    believed = posterior(job_with(found("check-0", "bad"), repaired("one"), found("check-0", "bad")))
    expect(believed.now("one")).to be_within(1e-9).of(in_still / (in_still + in_once + never_in + outside))
  end

  # Told by the owner (falsely with 0.04), then seen again at the shop (falsely with 0.01): the joint chance of both,
  # set by set, what occurs going on for as long as a cause of it is in.
  it "takes a complaint seen again after a repair for more than what the owner told, and less than another complaint" do
    told = 0.9
    owner = 0.04
    shop = 0.01
    outside = 0.2
    occurs = ->(set) { 1 - ((1 - 0.02) * (set.include?("one") ? 1 - 0.92 : 1) * (set.include?("two") ? 1 - 0.65 : 1)) }
    both = lambda do |was, still|
      (occurs.call(still) * told * told) + ((occurs.call(was) - occurs.call(still)) * told * shop) +
        ((1 - occurs.call(was)) * owner * shop)
    end
    prior = { [] => 0.9 * 0.95, ["one"] => 0.1 * 0.95, ["two"] => 0.9 * 0.05, %w[one two] => 0.1 * 0.05 }
    worlds = prior.flat_map do |set, p|
      set.include?("one") ? [[set, set, p * 0.1], [set, set - ["one"], p * 0.9]] : [[set, set, p]]
    end
    weights = worlds.map { |was, still, p| [still, p * both.call(was, still)] }
    beyond = 0.02 / 0.98 * prior[[]] * outside * ((outside * told * told) + ((1 - outside) * owner * shop)) /
             ((outside * told) + ((1 - outside) * owner))
    exact = weights.sum { |still, weight| still.include?("two") ? weight : 0 } / (weights.sum(&:last) + beyond)
    believed = posterior(job_with(seen("symptom-0"), repaired("one"), seen("symptom-0")))
    expect(believed.now("two")).to be_within(1e-9).of(exact)
  end
end
