# frozen_string_literal: true

RSpec.describe UpperBranch::Job::Collision do
  include JobTalk

  def row((kind, data), id = "x") = { "id" => id, "kind" => kind, "data" => data }
  def collide?(one, other) = described_class.between?([row(one)], [row(other)])

  it "is none between different checks, complaints, settings and notes" do
    expect(collide?(found("filter", "clean"), found("pump-shot", "weak"))).to be false
    expect(collide?(seen("hesitation"), seen("rough-idle"))).to be false
    expect(collide?(seen("hesitation"), found("filter", "clean"))).to be false
    expect(collide?(["setting", { "loop" => "float", "place" => "1" }],
                    ["setting", { "loop" => "float", "place" => "2" }]))
      .to be false
    expect(collide?(["note", { "text" => "a" }], ["close", { "as" => "proven" }])).to be false
    expect(collide?(["wait", { "for" => "parts" }], found("filter", "clean"))).to be false
  end

  it "is one between two answers to the same" do
    expect(collide?(found("filter", "clean"), found("filter", "dirty"))).to be true
    expect(collide?(asked("hesitation", "absent"), seen("hesitation"))).to be true
    left, right, all = ["1", "2", nil].map { |place| ["check", { "check" => "shaft-play", "place" => place }.compact] }
    expect(collide?(left, right)).to be false
    expect(collide?(left, all)).to be true
    expect(collide?(["wait", { "for" => "parts" }], ["wait", { "for" => "owner" }])).to be true
    expect(collide?(struck("7"), struck("7"))).to be true
    expect(described_class.between?([row(struck("7"))], [row(found("filter", "clean"), "7")])).to be true
    expect(described_class.between?([row(struck("7"))], [row(found("filter", "clean"), "8")])).to be false
  end

  # What is seen behind a repair is its proof; an answer to a gate is of what was known when it was given.
  it "is one with whatever changes what the others mean" do
    [repaired("needle-worn"), stands(carburetor: "bench"), safe("fuel-out"), ["close", { "as" => "proven" }],
     ["machine", { "family" => "car-one" }], ["engine", { "power" => 3 }]].each do |sweeping|
      expect(collide?(found("filter", "clean"), sweeping)).to be(true), sweeping.inspect
      expect(collide?(sweeping, seen("hesitation"))).to be(true), sweeping.inspect
    end
  end

  it "is found among many" do
    mine = [row(found("filter", "clean")), row(found("pump-shot", "weak"))]
    expect(described_class.between?(mine,
                                    [row(["note", { "text" => "x" }]), row(found("pump-shot", "none"))])).to be true
    expect(described_class.between?(mine, [])).to be false
  end

  # Whatever does not collide may stand in either order: the job is the same.
  it "leaves the beliefs as they are in either order, where there is none" do
    pairs = [[found("filter", "clean"), found("pump-shot", "weak")], [seen("rough-idle"), found("filter", "dirty")],
             [when_asked("hesitation", "stone-cold", "yes"), found("filter", "clean")]]
    pairs.each do |one, other|
      expect(collide?(one, other)).to be false
      beliefs = [[one, other], [other, one]].map do |order|
        posterior(job("car-one", seen("hesitation"), *order)).all_now
      end
      expect(beliefs.first.keys.map { |id| (beliefs[0][id] - beliefs[1][id]).abs }.max).to be < 1e-9
    end
  end
end
