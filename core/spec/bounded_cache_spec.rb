# frozen_string_literal: true

RSpec.describe UpperBranch::BoundedCache do
  subject(:cache) { described_class.new(100) }

  thing = Struct.new(:name, :bytes)

  it "makes a thing once and gives it again" do
    made = 0
    3.times { cache.fetch("a") { thing.new("a", made += 1) } }
    expect([made, cache.size, cache.bytes]).to eq [1, 1, 1]
  end

  it "drops what was not asked for the longest when the room is used up" do
    cache.fetch("a") { thing.new("a", 40) }
    cache.fetch("b") { thing.new("b", 40) }
    cache.fetch("a") { raise "kept" }
    cache.fetch("c") { thing.new("c", 40) }
    expect(cache.bytes).to eq 80
    expect(cache.fetch("a") { raise "dropped" }.name).to eq "a"
    expect(cache.fetch("b") { thing.new("b again", 40) }.name).to eq "b again"
  end

  it "keeps the newest, however large" do
    cache.fetch("a") { thing.new("a", 10) }
    cache.fetch("vast") { thing.new("vast", 1000) }
    expect([cache.size, cache.bytes]).to eq [1, 1000]
  end

  it "counts right while several threads make the same things" do
    threads = Array.new(4) { |t| Thread.new { 500.times { |i| cache.fetch((i * (t + 1)) % 17) { thing.new(i, 7) } } } }
    threads.each(&:join)
    expect(cache.bytes).to eq cache.size * 7
    expect(cache.bytes).to be <= 100
  end

  # 626 MB after 828 requests before; bench/memory.rb measures the process.
  it "bounds what a catalogue keeps of ever other machines, and the answers stay the same" do
    stub_const("UpperBranch::Catalogue::KEPT", 1_000_000)
    small = UpperBranch::Catalogue.load
    chance = Random.new(2)
    12.times do
      family = small.families.sample(random: chance)
      switches = small.features.keys.sample(3, random: chance).to_h { |id| [id, chance.rand < 0.5] }
      entries = [
        { "id" => "1", "kind" => "machine", "data" => { "family" => family["id"], "features" => switches } },
        {
          "id" => "2",
          "kind" => "symptom",
          "data" => {
            "symptom" => "no-idle",
            "seen" => "present",
            "when" => [small.conditions.sample(random: chance)["id"]]
          }
        }
      ]
      traces =
        [small, CATALOGUE].map do |catalogue|
          UpperBranch::Views::Trace.of(UpperBranch::Job.replay(catalogue, entries)).to_h
        end
      expect(traces.first).to eq traces.last
    end
    expect(small.kept.bytes).to be <= 1_000_000
  end
end
