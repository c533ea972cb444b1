# frozen_string_literal: true

# A fault at one of n places, by plain enumeration of where it is: P(sound at k of n | in) = 1 - a k / n.
RSpec.describe UpperBranch::Diagnosis::Located do
  machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: "cv", carburetors: 4)
  compiled = UpperBranch::Diagnosis::Compiled.for(machine)
  let(:check) { machine.check("idle-jet-through") }
  let(:table) { compiled.table(check) }
  let(:index) { compiled.index("idle-jet-blocked") }

  def finding(place, word)
    UpperBranch::Job::Finding.new(kind: :check, id: "idle-jet-through", words: [word], round: 0, place: place)
  end

  it "clears as much as was looked at, and all when all was" do
    located = described_class.new(compiled, machine)
    misses = machine.places.of("barrel").map do |place|
      located.table(finding(place, "clear"), check, table).misses[index]
    end
    strength = table.sum(index)
    (1..4).each { |k| expect(misses.first(k).reduce(:*)).to be_within(1e-9).of(1 - (strength * k / 4)) }
  end

  it "says the same as one look at all of them, in the posterior" do
    at = ->(place) { ["check", { "check" => "idle-jet-through", "outcomes" => ["clear"], "place" => place }] }
    one = posterior(job("cv", seen("no-idle"), found("idle-jet-through", "clear"), "carburetors" => 4)).all_now
    four = posterior(job("cv", seen("no-idle"), *%w[1 2 3 4].map(&at), "carburetors" => 4)).all_now
    half = posterior(job("cv", seen("no-idle"), *%w[1 2].map(&at), "carburetors" => 4)).all_now
    expect(four["idle-jet-blocked"]).to be_within(1e-5).of(one["idle-jet-blocked"]) # but for causes outside
    expect(half["idle-jet-blocked"]).to be > 5 * one["idle-jet-blocked"]
  end

  it "takes a part of each set that has it twice for one look where nobody names a place" do
    expect(described_class.new(compiled, machine).table(finding(nil, "clear"), check, table)).to equal table
  end
end
