# frozen_string_literal: true

RSpec.describe UpperBranch::Workshop::Places do
  def machine(family, **more) = UpperBranch::Workshop::Machine.new(CATALOGUE, family: family, **more)
  def ids(machine, kind) = machine.places.of(kind).map(&:id)
  def refused(field, &block) = expect(&block).to(raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq field })

  it "are those this machine has more than once" do
    expect(ids(machine("car-one"), "barrel")).to eq []
    expect(ids(machine("car-two"), "barrel")).to eq %w[left right]
    expect(ids(machine("cv", carburetors: 4), "screw")).to eq %w[1 2 3 4]
    expect(ids(machine("side-twin", carburetors: 3), "barrel")).to eq %w[1-left 1-right 2-left 2-right 3-left 3-right]
    expect(ids(machine("four-block"), "carburetor")).to eq %w[front rear]
    expect(machine("side-twin", carburetors: 2).places.find("barrel", "2-left").name).to eq "Carburetor 2, left barrel"
    expect(ids(machine("car-one"), "cylinder")).to eq []
    expect(ids(machine("car-one", cylinders: 4), "cylinder")).to eq %w[1 2 3 4]
  end

  it "make a bank of several carburetors, and none of one" do
    expect(machine("slide", carburetors: 2).features).to include "bank"
    expect(machine("cv", carburetors: 1).features).not_to include "bank"
  end

  it "refuse what such a machine cannot have, at the field" do
    refused("carburetors") { machine("small-float", carburetors: 3) }
    refused("cylinders") { machine("diaphragm", cylinders: 2) }
    refused("place") do
      job("cv", found("cv-diaphragm", "holed").then do |kind, data|
        [kind, data.merge("place" => "5")]
      end, "carburetors" => 4)
    end
    refused("place") do
      job("car-one", ["check", { "check" => "float-shake", "outcomes" => ["sound"], "place" => "left" }])
    end
    named = [["check", { "check" => "cv-diaphragm", "outcomes" => ["holed"], "place" => "4" }]]
    refused("carburetors") do
      job("cv", *named, ["machine", { "family" => "cv", "carburetors" => 2 }], "carburetors" => 4)
    end
  end

  it "has a finding, a defect and its repair at one of them, and the rest left open" do
    at = ->(place, word) { ["check", { "check" => "idle-jet-through", "outcomes" => [word], "place" => place }] }
    traced = job("cv", seen("rough-idle"), at["2", "blocked"], at["4", "partly"], "carburetors" => 4)
    expect(traced.defects.map do |one|
      [one.fault, one.place.id]
    end).to eq [%w[idle-jet-blocked 2], %w[idle-jet-blocked 4]]
    expect(traced.findings.last.says(CATALOGUE)).to eq "Idle jet to the light, carburetor 4: partly blocked"

    mended = traced.with({ "id" => "9", "kind" => "repair",
                           "data" => { "repair" => "idle-jet-blocked", "place" => "2" } })
    expect(mended.defects.map(&:open?)).to eq [false, true]
    expect(posterior(mended).now("idle-jet-blocked")).to be_within(1e-9).of(1)
    both = mended.with({ "id" => "10", "kind" => "repair",
                         "data" => { "repair" => "idle-jet-blocked", "place" => "4" } })
    expect(both.defects.map(&:open?)).to eq [false, false]
    expect(posterior(both).now("idle-jet-blocked")).to be < 0.2
    refused("place") do
      traced.with({ "id" => "9", "kind" => "repair", "data" => { "repair" => "idle-jet-blocked", "place" => "7" } })
    end
  end

  it "asks for the check again until every place has been looked at" do
    at = ->(place) { ["check", { "check" => "cv-diaphragm", "outcomes" => ["whole"], "place" => place }] }
    open = ->(*places) { UpperBranch::Planning::Candidates.new(job("cv", seen("no-top-end"), *places.map(&at), "carburetors" => 3)).all.any? { |one| one.check.id == "cv-diaphragm" } }
    expect(open["1", "3"]).to be true
    expect(open["1", "2", "3"]).to be false
  end

  it "keeps the second barrel's screw shut" do
    at = lambda { |place, turns|
      ["check", { "check" => "screw-count", "reading" => { "value" => turns, "unit" => "turns" }, "place" => place }]
    }
    word = ->(place, turns) { job("progressive-two", at[place, turns]).findings.last.words }
    expect(word["first", 1.5]).to eq ["near-base"]
    expect(word["second", 0]).to eq ["near-base"]
    expect(word["second", 1.5]).to eq ["far-out"]
    believed = ->(place) { posterior(job("progressive-two", seen("rough-idle"), at[place, 3.5])).all_now }
    expect(believed["second"]["second-screw-open"]).to be > 10 * believed["first"]["second-screw-open"]
    expect(believed["second"]["screw-too-rich"]).to be < believed["first"]["screw-too-rich"]
  end

  it "takes limits of one place from a card or the job" do
    rows = { "float-level" => { "from" => "job", "places" => { "rear" => [20, 22] } } }
    four = machine("four-block", limits: rows)
    expect(four.reading(four.check("float-level"), "rear")["cuts"]).to eq [20, 22]
    expect(four.reading(four.check("float-level"), "front")["cuts"]).to be_nil
    refused("limits/float-level/places/rear") do
      machine("four-block", limits: { "float-level" => { "from" => "job", "places" => { "rear" => [22, 20] } } })
    end
  end
end
