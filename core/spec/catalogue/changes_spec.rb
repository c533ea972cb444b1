# frozen_string_literal: true

RSpec.describe UpperBranch::Catalogue::Changes do
  it "names what is new, gone or different, and nothing else" do
    old = CATALOGUE.digests
    new = old.merge("faults" => old["faults"].merge("pump-cup" => "changed", "brand-new" => "x").except("water"))
    expect(described_class.between(old, new)).to eq("faults" => %w[brand-new pump-cup water])
    expect(described_class.between(old, old)).to be_empty
  end
end
