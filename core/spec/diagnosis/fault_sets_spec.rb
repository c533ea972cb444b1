# frozen_string_literal: true

RSpec.describe UpperBranch::Diagnosis::FaultSets do
  # Repairs split sets by the hundred thousand, and what is ruled out weighs next to nothing (log -1e9).
  it "puts the heaviest first among a million rows, whatever is ruled out besides" do
    log = Numo::DFloat.new(1_000_000).fill(-1e9)
    heaviest = [999_999, 7, 600_000]
    heaviest.each_with_index { |row, place| log[row] = -9.5 - place }
    expect(described_class.order(log)[0...3].to_a).to eq heaviest
  end

  it "orders by weight, ties to a billionth by the row, however heavy or light all of them are" do
    log = Numo::DFloat[-3, -1 - 1e-12, -2, -1, -1e9]
    [0, 5e4, -5e4].each { |shift| expect(described_class.order(log + shift).to_a).to eq [1, 3, 2, 0, 4] }
  end
end
