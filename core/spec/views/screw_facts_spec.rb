# frozen_string_literal: true

RSpec.describe UpperBranch::Views::ScrewFacts do
  def at(place, check, data) = ["check", { "check" => check, "place" => place, **data }.compact]
  def turns(value) = { "reading" => { "value" => value, "unit" => "turns" } }
  def said(row) = row[:facts].to_h { |fact| [fact[:name], fact[:says]] }

  it "keeps found, base, wants, tip and port of each screw apart" do
    told = job("cv", seen("rough-idle"), at("1", "screw-count", turns(1.5)), at("2", "screw-count", turns(3.25)),
               at("2", "screw-tip", { "outcomes" => ["ringed"] }), stands(engine: "running"),
               found("stop-turns", "up-to-one"),
               at("2", "mixture-sweep", { "outcomes" => ["wants-far-richer"] }), "carburetors" => 2)
    one, two = described_class.of(told)
    expect(one).to include(name: "Mixture screw", where: "Carburetor 1")
    expect(said(one)).to eq("Found" => "1.5 turns, near its base", "Base" => "0.75 to 2.5 turns")
    expect(said(two)).to eq("Found" => "3.25 turns, far out", "Base" => "0.75 to 2.5 turns",
                            "Wants" => "best far richer than its base", "Tip" => "ringed")
  end

  it "says nothing of a screw that nobody has looked at" do
    expect(described_class.of(job("diaphragm", seen("no-idle")))).to eq []
    told = job("diaphragm", seen("no-idle"), stands(engine: "running"), found("H-response", "better-out"))
    expect(described_class.of(told)).to match [a_hash_including(screw: "high", place: nil)]
  end
end
