# frozen_string_literal: true

RSpec.describe UpperBranch::Views::Handbook do
  let(:text) { described_class.new(CATALOGUE).to_s }

  it "names every fault, check, effect and caution" do
    missing =
      (CATALOGUE.faults + CATALOGUE.checks).reject { |row| text.include?("(`#{row.id}`,") } +
      CATALOGUE.effects.reject { |row| text.include?("**#{row.id}**") }
    expect(missing).to be_empty
  end

  it "is the page in docs: run bin/handbook after changing the knowledge" do
    expect(File.read(File.expand_path("../../../docs/handbook.md", __dir__))).to eq text
  end
end
