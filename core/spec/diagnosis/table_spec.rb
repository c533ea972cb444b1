# frozen_string_literal: true

RSpec.describe UpperBranch::Diagnosis::Table do
  let(:finding) { Struct.new(:id, :leak, :normal).new("shot", 0.02, "strong") }
  let(:table) { described_class.new(finding, %w[weak none], [[0.6, 0.3], [0.1, 0.0], [0.0, 0.97]]) }

  # One set as the arrays a table takes.
  def set(*members) = (members + ([3] * (3 - members.size))).map { |member| Numo::Int32[member] }

  it "leaves only the leak when nothing is in" do
    expect(table.normal(set)[0]).to be_within(1e-12).of(0.98)
    expect(table.likelihood("weak", set)[0]).to be_within(1e-12).of(0.01)
  end

  it "shares the abnormal chance by strength" do
    spread = table.distribution(set(0))
    expect(spread["weak"][0] / spread["none"][0]).to be_within(1e-9).of((0.6 + 0.01) / (0.3 + 0.01))
  end

  it "sums to one over its outcomes for every set" do
    [set, set(0), set(0, 1), set(0, 1, 2)].each do |members|
      expect(table.distribution(members).values.sum { |column| column[0] }).to be_within(1e-12).of(1)
    end
  end

  it "makes a normal result the less likely the more is in (monotonic)" do
    chances = [set, set(1), set(0, 1), set(0, 1, 2)].map { |members| table.normal(members)[0] }
    expect(chances).to eq chances.sort.reverse
  end

  it "sums to one over all unions of words, where several may be seen together" do
    [set, set(0), set(0, 1), set(0, 1, 2)].each do |members|
      unions = [[], %w[weak], %w[none], %w[weak none]].sum do |words|
        if words.empty?
          table.within([],
                       UpperBranch::Diagnosis::Table::Members.new(members))[0]
        else
          table.seen(words,
                     members)[0]
        end
      end
      expect(unions).to be_within(1e-12).of(1)
    end
  end

  it "sees two words together rather where each has its own cause" do
    expect(table.seen(%w[weak none], set(0, 2))[0]).to be > table.seen(%w[weak none], set(1))[0] * 10
  end

  it "leaves the miss chance of what a word clears, shared out so that the words still sum to one" do
    clearing = described_class.new(finding, %w[weak none], [[0.6, 0.3], [0.1, 0.0], [0.0, 0.97]],
                                   cleared: { "none" => [0.02, 1.0, 1.0] })
    expect(clearing.share("none", set(0))[0]).to be < table.share("none", set(0))[0] / 10
    expect(clearing.distribution(set(0, 2)).values.sum { |column| column[0] }).to be_within(1e-12).of(1)
  end

  it "gives each member its share of the blame" do
    shares = table.shares(["weak"], set(0, 1)).map { |share| share[0] }
    expect(shares[0]).to be_within(1e-9).of(0.6 / 0.71)
    expect(shares[2]).to eq 0
    expect(shares.sum).to be < 1
  end

  it "knows no healthy word where every word accuses" do
    accusing =
      described_class.new(Struct.new(:id, :leak, :normal).new("finger", 0.02, nil), %w[stops goes-on], [[0.65, 0.0]])
    members = [Numo::Int32[0]]
    expect(accusing.normal(members)[0]).to eq 0
    expect(accusing.distribution(members).values.sum { |column| column[0] }).to be_within(1e-12).of(1)
  end

  it "says what to expect with every fault at its prior" do
    expected = UpperBranch::Diagnosis::Table::Expected.new(Numo::DFloat[0.1, 0.2, 0.0, 0.0])
    expect(table.normal(expected)).to be_within(1e-12).of(0.98 * (1 - 0.09) * (1 - 0.02))
    expect(table.share("weak", expected)).to be_within(1e-12).of((0.01 + 0.06 + 0.02) / (0.02 + 0.09 + 0.02))
  end
end
