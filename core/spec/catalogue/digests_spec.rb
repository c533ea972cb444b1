# frozen_string_literal: true

RSpec.describe UpperBranch::Catalogue::Digests do
  it "names what is new, gone or different, and nothing else" do
    old = CATALOGUE.digests
    new = old.merge("faults" => old["faults"].merge("pump-cup" => "changed", "brand-new" => "x").except("water"))
    expect(described_class.changes(old, new)).to eq("faults" => %w[brand-new pump-cup water])
    expect(described_class.changes(old, old)).to be_empty
  end
end
