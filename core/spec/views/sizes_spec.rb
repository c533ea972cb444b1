# frozen_string_literal: true

# The sizes of a job's carburetor: said of the engine, by its card, and over both as measured.
RSpec.describe UpperBranch::Views::Sizes do
  def figure(item, value, unit, high = value)
    { "item" => item, "low" => value, "high" => high, "unit" => unit, "source" => "shop sheet", "date" => "2026-03-01" }
  end

  def card(*figures, family: "car-one")
    UpperBranch::Workshop::SpecCard.new(CATALOGUE, "name" => "Press downdraft", "family" => family,
                                                   "figures" => figures)
  end

  def sizes(job, card = nil) = described_class.of(job, card).to_h { |row| [row[:field], row] }

  it "take a jet's number for hundredths of a mm, a range by its middle, and every other size as it is called" do
    read = card(figure("main-jet", 127, "number"), figure("venturi-bore", 25, "mm"),
                figure("size-idle-air", 0.9, "mm", 1.1), figure("size-slot-long", 0.1, "in")).sizes
    expect(read["main_jet"]).to eq("value" => 1.27, "unit" => "mm")
    expect(read["venturi"]).to eq("value" => 25.0, "unit" => "mm")
    expect(read["idle_air"]["value"]).to be_within(1e-9).of(1.0)
    expect(read["slot_long"]).to eq("value" => 0.1, "unit" => "in")
  end

  it "stand as measured over the card, and by the card over nothing" do
    job = job("car-one", read("screw-count", 1.5), read("wet-level", -3), engine: { "displacement" => 1300 })
    card = card(figure("size-turns", 2, "turns"), figure("size-spill", 6, "mm"), figure("main-jet", 130, "number"))
    known = sizes(job, card)
    expect(known["turns"]).to include(value: 1.5, says: "measured in this job")
    expect(known["spill"]).to include(value: 9.0, unit: "mm")
    expect(known["main_jet"]).to include(value: 1.3, says: "card Press downdraft")
    expect(known["displacement"]).to include(value: 1300, says: "said of the engine")
  end

  it "leave out what such a carburetor does not have, and know nothing where nothing was said" do
    expect(sizes(job("slide"), card(figure("size-slot-long", 3, "mm"), family: "slide"))).to be_empty
    expect(sizes(job("car-one"))).to be_empty
  end

  it "count a throat for every cylinder where each has its own" do
    expect(sizes(job("side-twin", cylinders: 6, carburetors: 3))["throats"]).to include(value: 6)
  end

  it "make a curve as they stand" do
    job = job("car-one", read("screw-count", 0.25))
    given = described_class.of(job, nil).to_h { |row| [row[:field], { "value" => row[:value], "unit" => row[:unit] }] }
    sheet = CATALOGUE.geometry.sheet("car-one")
    expect(sheet.curve(given).idle.mixture).to be > sheet.curve({}).idle.mixture
  end
end
