# frozen_string_literal: true

RSpec.describe UpperBranch::Views::Fields do
  let(:tables) do
    rows = [{ "at" => "/checks/pump-shot/minutes", "value" => 6 },
            { "at" => "/learned/rates/small-float/water", "value" => 2 },
            { "at" => "/learned/strengths/water/plug-read/wet", "value" => 0.4 }]
    UpperBranch::Catalogue::Layer.new(rows).over(BASE_TABLES)
  end
  let(:fields) { described_class.new(tables, BASE_TABLES) }

  {
    "/checks/pump-shot/minutes" => ["Pump shot", "Minutes", "checks", "pump-shot"],
    "/checks/pump-shot/outcomes/weak" => ["Pump shot", "Words of an answer: weak", "checks", "pump-shot"],
    "/faults/pump-cup/checks/pump-parts/hard-cup" => ["Pump cup hard or shrunk", /Shows at a check: .*, hard cup/,
                                                      "faults", "pump-cup"],
    "/symptoms/symptoms/hesitation/note" => [/./, "What is meant", "symptoms", "hesitation"],
    "/families/families/small-float/minutes/warm" => [/./, "Minutes to get there: warm", "machines", "small-float"],
    "/repairs/kinds/gasket/minutes" => ["Gasket or seal", "Minutes", nil, "gasket"],
    "/learned/rates/small-float/water" => ["Water in the fuel", /Times as often here: ./, "faults", "water"],
    "/learned/strengths/water/plug-read/wet" => ["Water in the fuel", /Share that shows it here: Plug.*, wet/,
                                                 "faults", "water"],
    "/scale/learning/strength" => ["strength", "Jobs the tables are worth", nil, "strength"],
    "/checks/long-gone/minutes" => ["long gone", "minutes", "checks", "long-gone"]
  }.each do |at, (record, field, shelf, id)|
    it "says what #{at} is about" do
      expect(fields.about(at)).to match(record: record, field: field, on: shelf, record_id: id)
    end
  end

  it "shows what stands beside what the files have" do
    expect(fields.of("/checks/pump-shot").first).to include(name: "Minutes", value: 6, file: 3)
  end

  it "shows of a fault what was learned of it, and what its repair takes" do
    names = fields.of("/faults/water").to_h { |row| [row[:at], row[:value]] }
    expect(names).to include("/learned/rates/small-float/water" => 2, "/learned/strengths/water/plug-read/wet" => 0.4,
                             "/repairs/kinds/flush-fuel/minutes" => 10)
  end

  it "has nothing of what is not there" do
    expect(fields.of("/checks/nobody")).to eq []
    expect(fields.of("")).to eq []
    expect(fields.of("/hazards")).to eq []
    expect(["/faults/", "/faults", "/", "/checks/pump-shot/minutes"].map { |at| fields.of(at) }).to eq [[]] * 4
  end
end
