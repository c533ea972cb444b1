# frozen_string_literal: true

RSpec.describe UpperBranch::Workshop::SpecCard do
  let(:figure) do
    {
      "item" => "fuel-pressure",
      "low" => 20,
      "high" => 30,
      "unit" => "kPa",
      "source" => "shop sheet",
      "date" => "2026-03-01"
    }
  end

  def card(figures, name: "Press downdraft", family: "car-one")
    described_class.new(CATALOGUE, { "name" => name, "family" => family, "figures" => figures })
  end

  def refused(field, &block) = expect(&block).to(raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq field })

  it "give limits in the reading's own unit, with source and date" do
    limit = card([figure]).limits["fuel-pressure"]
    expect(limit["cuts"].map { |cut| cut.round(2) }).to eq [2.9, 4.35]
    expect(limit).to include(
      "from" => "card",
      "card" => "Press downdraft",
      "source" => "shop sheet",
      "date" => "2026-03-01"
    )
  end

  it "hold what is set and fitted besides" do
    jets = card([figure.merge("item" => "main-jet", "low" => 122, "high" => 122, "unit" => "number")])
    expect(jets.limits).to be_empty
    expect(jets.figures.first["low"]).to eq 122
  end

  it "are refused at the figure and field" do
    {
      { "item" => "wings" } => "figures/0/item",
      { "unit" => "rpm" } => "figures/0/unit",
      { "source" => " " } => "figures/0/source",
      { "date" => "March" } => "figures/0/date",
      { "low" => nil, "high" => nil } => "figures/0/low",
      { "low" => 40 } => "figures/0/high",
      { "high" => "x" } => "figures/0/high",
      { "high" => nil } => "figures/0",
      { "note" => 1 } => "figures/0/note"
    }.each { |change, field| refused(field) { card([figure.merge(change)]) } }
    refused("figures") { card([figure, figure]) }
    refused("name") { card([figure], name: "") }
    refused("family") { card([figure], family: "airship") }
  end

  describe UpperBranch::Workshop::SpecCardFile do
    let(:cards) do
      [
        { "name" => "Press, \"late\"", "family" => "car-one", "figures" => [figure] },
        {
          "name" => "Cutter",
          "family" => "diaphragm",
          "figures" => [figure.merge("item" => "popoff", "unit" => "psi", "low" => 10, "high" => nil)]
        },
        { "name" => "=HYPERLINK(1)", "family" => "car-one", "figures" => [figure.merge("source" => "@late -5")] }
      ]
    end

    it "comes back the same through CSV and JSON" do
      [described_class.csv(cards), described_class.json(cards)].each do |text|
        back = described_class.read(CATALOGUE, text)
        expect(back.map(&:name)).to eq ["Press, \"late\"", "Cutter", "=HYPERLINK(1)"]
        expect(back.last.figures.first["source"]).to eq "@late -5"
        expect(back.flat_map(&:figures).map { |row| row.values_at("item", "low", "high") }).to eq [
          ["fuel-pressure", 20.0, 30.0],
          ["popoff", 10.0, nil],
          ["fuel-pressure", 20.0, 30.0]
        ]
      end
    end

    it "names row and column of what is wrong" do
      {
        "card,family\n" => "row 1",
        "card,family,item,low,high,unit,source,date\nA,car-one,fuel-pressure,x,3,psi,s,2026-01-01\n" =>
          "row 2, column low",
        "card,family,item,low,high,unit,source,date\nA,car-one,fuel-pressure,2,3,psi,s,2026-01-01\nA,car-one,idle-speed,500,900,psi,s,2026-01-01\n" =>
          "row 3, column unit",
        "card,family,item,low,high,unit,source,date\nA,zeppelin,fuel-pressure,2,3,psi,s,2026-01-01\n" =>
          "row 2, column family",
        "card,family,item,low,high,unit,source,date\n\"A,car-one\n" => "row 2",
        "{\"cards\": [{\"name\": 3}]}" => "cards/0/name",
        "{nonsense" => ""
      }.each do |text, field|
        expect { described_class.read(CATALOGUE, text) }.to raise_error(UpperBranch::Invalid) { |e|
          expect(e.field).to eq field
        }
      end
    end

    it "publishes a schema that its own output keeps" do
      schema = JSONSchemer.schema(JSON.parse(File.read(described_class::SCHEMA)))
      expect(schema.valid?(JSON.parse(described_class.json(cards)))).to be true
    end
  end
end
