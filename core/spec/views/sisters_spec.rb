# frozen_string_literal: true

# The sound sister is the reference where no book figure exists (common practice, no source).
RSpec.describe UpperBranch::Views::Sisters do
  def level(place, value)
    ["check", { "check" => "float-level", "reading" => { "value" => value, "unit" => "mm" }, "place" => place }]
  end

  def sisters(*levels) = described_class.of(job("cv", seen("rough-idle"), *levels, "carburetors" => 4))

  it "point at the one that stands off, without any figure of the maker" do
    row = sisters(level("1", 18.1), level("2", 18.2), level("3", 14.9), level("4", 18.0)).first
    expect(row).to include(check: "float-level", odd: "3", unit: "mm")
    expect(row[:says]).to eq "Carburetor 3 stands 3.2 mm from its sisters: look there."
  end

  it "do not say which of two is off, and nothing of one" do
    expect(sisters(level("1", 18.1),
                   level("2", 15.0)).first).to include(odd: nil, says: "They differ by 3.1 mm: one of the two is off.")
    expect(sisters(level("1", 18.1), level("2", 18.3),
                   level("3", 18.0)).first).to include(odd: nil, says: "They agree within 0.3 mm.")
    expect(sisters(level("1", 18.1))).to eq []
  end

  it "carry no verdict by themselves" do
    told = job("cv", seen("rough-idle"), level("1", 18.1), "carburetors" => 4)
    expect(told.findings.last).to have_attributes(words: [], chances: nil)
    expect(told.findings.last.says(CATALOGUE)).to eq "Float setting, carburetor 1: 18.1 mm"
    plain = job("cv", seen("rough-idle"), "carburetors" => 4)
    expect(posterior(told).all_now["level-set-low"]).to be_within(1e-12).of(posterior(plain).all_now["level-set-low"])
    expect do
      job("cv", ["check", { "check" => "float-level", "reading" => { "value" => 18, "unit" => "mm" } }],
          "carburetors" => 4)
    end.to raise_error(UpperBranch::Invalid)
  end
end
