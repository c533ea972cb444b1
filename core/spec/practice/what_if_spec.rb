# frozen_string_literal: true

RSpec.describe UpperBranch::Practice::WhatIf do
  def tried(other, family: "car-one", was: {}) = described_class.new(CATALOGUE, family, was, other)
  def most(side) = side.pull.map(&:torque).max

  it "shows no difference between two of the same, in every family" do
    CATALOGUE.families.each do |row|
      same = tried({}, family: row["id"])
      was, now = same.sides
      expect([row["id"], now.pull, now.snap.last]).to eq [row["id"], was.pull, was.snap.last]
      expect(was.pull.size).to be >= 5
      expect([row["id"], was.opened.size]).to eq [row["id"], row["features"].include?("governor") ? 0 : 8]
      expect(same.says.first(2)).to eq ["It idles as before.", "Wide open it pulls as before."]
    end
  end

  # Best power is at lambda 0.85 to 0.9, and a few per cent less at 1 (Heywood, Internal Combustion Engine Fundamentals,
  # ch. 7 and 15; from memory).
  it "pulls less by a smaller main jet, which is leaner wide open and leaves the idle alone" do
    leaner = tried({ "main_jet" => 1.2 })
    was, now = leaner.sides
    expect(now.pull.last.lambda / was.pull.last.lambda).to be_between(1.08, 1.3)
    expect(now.pull.last.torque / was.pull.last.torque).to be_between(0.93, 0.99)
    expect(now.idle.rpm).to be_within(15).of(was.idle.rpm)
    expect(now.part.lambda).to be > was.part.lambda * 1.08
    expect(leaner.says.join(" ")).to match(/idles as before.*pulls up to \d+ % less.*leaner, lambda/)
  end

  # At half its speed a throttle that is half open no longer holds much back (Heywood, ch. 7: at low speed the flow
  # hardly grows from 40 to 60 degrees on; from memory), and the power circuit acts under heavy load alone (ch. 7).
  it "pulls the more the further it is opened, ever less so; without its power circuit it is leaner there alone" do
    was, now = tried({ "power_hole" => 0 }).sides.map(&:opened)
    pulls = was.map(&:torque)
    expect(pulls).to eq pulls.sort
    expect(was.find { |at| at.throttle > 0.4 }.torque / pulls.last).to be > 0.85
    expect(was.drop(2).map(&:rpm)).to all(be_within(0.05 * was.last.rpm).of(was.last.rpm))
    richer = now.zip(was).map { |without, with| without.lambda / with.lambda }
    expect(richer.first(2)).to all(be_within(0.01).of(1))
    expect(richer.last).to be > 1.05
  end

  # Gasoline of a usual engine misses fire somewhere beyond lambda 1.3 to 1.5 (Heywood, ch. 9; from memory).
  it "says that it misses fire part open on far too small a jet" do
    expect(tried({ "main_jet" => 1.1 }).says.join).to match(/Part open it is leaner.*missing fire/)
  end

  # Common practice, no source: without its pump it hesitates when it is snapped open, and pulls the same afterwards.
  it "takes longer without the pump's shot, and pulls as before" do
    without = tried({ "shot" => 0 })
    was, now = without.sides
    expect(now.snap_time(0.5)).to be > was.snap_time(0.5) + 0.1
    expect(now.snap.filter_map(&:lambda).max).to be > was.snap.filter_map(&:lambda).max + 0.2
    expect(without.says).to include("Wide open it pulls as before.").and include(/Snapped open it takes .* instead of/)
  end

  # An engine without a blower loses about 3 % for every 1000 ft (rule of the trade; from memory), and a carburetor
  # that is not set anew goes rich with the root of the density: 0.78 at 2500 m in ISO 2533's atmosphere.
  it "pulls less and runs richer high up, and idles slower" do
    was, now = tried({ "altitude" => 2500 }).sides
    expect(most(now) / most(was)).to be_between(0.68, 0.8)
    expect(now.pull.last.lambda / was.pull.last.lambda).to be_within(0.03).of(Math.sqrt(0.78))
    expect(now.idle.rpm).to be < was.idle.rpm
  end

  it "says that an engine dies, and that another runs which did not" do
    starved = tried({ "idle_jet" => 0.1, "main_jet" => 0.1 }).sides.last
    expect([starved.opened, starved.pull]).to eq [[], []]
    expect(tried({ "idle_jet" => 0.1 }).says).to include "It does not idle by itself any more."
  end

  it "keeps what the first was set to, whatever the sheet of the other says of a healthy engine" do
    expect(tried({ "idle_vacuum" => 12, "rpm" => 4000 }).says.first).to eq "It idles as before."
  end

  it "says at the field what cannot run" do
    expect { tried({ "main_jet" => -1 }) }.to raise_error(UpperBranch::Invalid, /0/) { |bad|
      expect(bad.field).to eq "main_jet"
    }
    expect { tried({}, was: { "idle_vacuum" => 2 }).sides.first.idle }.to raise_error(UpperBranch::Invalid) { |bad|
      expect(bad.field).to eq "idle_vacuum"
    }
    expect { tried({}, family: "steam") }.to raise_error(UpperBranch::Invalid, /steam/)
  end
end
