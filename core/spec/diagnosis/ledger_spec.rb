# frozen_string_literal: true

RSpec.describe UpperBranch::Diagnosis::Ledger do
  let(:known) do
    job(
      "car-one",
      seen("hesitation"),
      found("spark", "strong"),
      found("pump-shot", "strong-at-once"),
      found("advance-mech", "free")
    )
  end
  let(:ledger) { described_class.new(posterior(known)) }

  def of(circuit)
    UpperBranch::Workshop::Machine
      .new(CATALOGUE, family: "car-one")
      .faults
      .select { |fault| fault.circuit == circuit }
      .map(&:id)
  end

  it "says what each finding moved, the largest move first" do
    moves = ledger.moves("2")
    expect(moves.size).to be <= described_class::SHOWN
    expect(moves.map { |row| (row[:after] - row[:before]).abs }).to eq(
      moves.map { |row| (row[:after] - row[:before]).abs }.sort.reverse
    )
    expect(moves.first[:after]).to be > moves.first[:before]
    expect(ledger.moves("nothing")).to eq []
  end

  it "begins each finding where the one before it ended" do
    cup = ->(entry) { ledger.moves(entry).find { |row| row[:id] == "pump-cup" } }
    expect(cup.call("4")[:before]).to be > cup.call("4")[:after]
  end

  it "names the finding that cleared a circuit most" do
    expect(ledger.cleared(of("pump"))).to eq "4"
    expect(ledger.cleared(["advance-stuck"])).to eq "5"
    expect(ledger.cleared(of("ignition"))).to be_in(%w[3 5])
  end

  it "names none for a circuit that nothing has cleared, or that does not exist" do
    expect(ledger.cleared(of("leak-out"))).to be_nil
    expect(ledger.cleared([])).to be_nil
    only = described_class.new(posterior(job("car-one", seen("hesitation"))))
    expect(only.cleared(of("pump"))).to be_nil
  end

  matcher(:be_in) { |list| match { |one| list.include?(one) } }
end
