# frozen_string_literal: true

# Uncertainty by the book, with a witness: the same question asked of ten thousand seeded draws (JCGM 101:2008).
RSpec.describe UpperBranch::Measuring::Uncertainty do
  measuring = UpperBranch::Measuring

  # [mean, standard deviation] of normals, Box and Muller
  def normal(chance) = Math.sqrt(-2 * Math.log(1 - chance.rand)) * Math.cos(2 * Math::PI * chance.rand)

  # Share of draws for which the block holds. The block takes a source of normals.
  def share(times = 20_000, seed: 7)
    chance = Random.new(seed)
    (1..times).count { yield(-> { normal(chance) }) } / times.to_f
  end

  def run(id, inputs) = CATALOGUE.worktop.calculator(id).run(inputs)
  def output(id, inputs, name) = run(id, inputs).outputs.find { |one| one.id == name }

  def judge(check, data, family: "car-one", **machine)
    made = UpperBranch::Workshop::Machine.new(CATALOGUE, family: family, **machine)
    UpperBranch::Measuring::Reading.judge(made.reading(made.check(check)), data, CATALOGUE.worktop)
  end

  # Source: Student's t as tabled (Abramowitz and Stegun, table 26.10, from memory): upper quantiles.
  it "knows Student's t" do
    { [6.314, 1] => 0.95, [12.706, 1] => 0.975, [2.920, 2] => 0.95, [2.353, 3] => 0.95, [2.571, 5] => 0.975,
      [1.812, 10] => 0.95, [2.042, 30] => 0.975, [1.984, 100] => 0.975 }.each do |(t, freedom), chance|
      expect(measuring::Student.cdf(t, freedom)).to be_within(5e-4).of(chance), "t #{t}, #{freedom}"
      expect(measuring::Student.cdf(-t, freedom)).to be_within(5e-4).of(1 - chance)
    end
    expect(measuring::Student.cdf(1.96, nil)).to be_within(1e-4).of(0.975)
  end

  # JCGM 100:2008, F.2.2.1: equal readings do not wear the resolution away. 20 of 6.9 at 0.5 against 7: 0.1 over
  # 0.5 / sqrt(12) is 0.693 standard deviations, 75.6 % (normal table).
  it "does not average the resolution out over equal readings" do
    answer = run("reading", "values" => [6.9] * 20, "resolution" => 0.5, "high" => 7)
    expect(answer.outputs.find { |one| one.id == "inside" }.value).to be_within(0.1).of(75.6)
    expect(described_class.mean([6.9] * 20, 0.5).uncertainty).to be_within(1e-9).of(0.5 / Math.sqrt(12))
  end

  it "takes an accuracy class for what it is: the same every time" do
    rule = { "name" => "x", "unit" => "psi", "units" => ["psi"], "resolution" => 0.01, "repeatability" => 0.0,
             "physical" => [0, 20], "cuts" => [7], "words" => %w[low high] }
    many = { "repeats" => [6.9] * 12, "unit" => "psi" }
    judged = [many, many.merge("accuracy" => 0.3)].map { |data| measuring::Reading.judge(rule, data) }
    expect(judged.map { |one| one.chances["low"].round(2) }).to eq [1.0, 0.72] # 0.1 over 0.3 / sqrt(3): 0.577, 71.8 %
    expect { measuring::Reading.judge(rule, many.merge("accuracy" => -1)) }
      .to raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq "reading/accuracy" }
  end

  # Two readings are few: 6.8 and 6.9 against 7 are 0.15 over 0.05, t 3.0 of one degree of freedom, 89.8 % by the table,
  # a little less with the resolution. The witness draws what two such readings leave open.
  it "knows that two readings are few" do
    answer = run("reading", "values" => [6.8, 6.9], "resolution" => 0.1, "high" => 7)
    inside = answer.outputs.find { |one| one.id == "inside" }.value
    witness = share do |draw|
      t = draw.call / draw.call.abs # one degree of freedom: a normal over the root of another's square
      6.85 + (0.05 * t) + (0.1 / Math.sqrt(12) * draw.call) < 7
    end
    expect(inside).to be_within(0.8).of(witness * 100)
    expect(inside).to be_within(1).of(89)
  end

  # 5, 6 and 7 s against 5.4, 5.5 and 5.6 s: 6 and 5.5 in the mean, 1 and 0.1 s of scatter, of which the second is under
  # what a hand does. u of the ratio: 6 / 5.5 times the root of (0.577 / 6)^2 + (0.087 / 5.5)^2, 10.6 %.
  it "lets the scatter that was seen into a list of repeats" do
    inputs = { "reference" => [5, 6, 7], "part" => [5.4, 5.5, 5.6] }
    change = output("flow-compare", inputs, "change")
    expect(change.uncertainty).to be_within(0.1).of(10.6)
    expect(change.freedom).to eq 2
    more = judge("flow-compare", { "inputs" => inputs }, family: "slide").chances["more"]
    expect(more).to be_within(0.04).of(0.71)
    few = { "reference" => [6, 6, 6], "part" => [5.5, 5.5, 5.5] }
    expect(judge("flow-compare", { "inputs" => few }, family: "slide").chances["more"]).to be > 0.95
  end

  # Four meters that all read 1 with 0.15 of uncertainty are hardly ever within 10 %: a largest less a smallest has a
  # kink where they are equal, and moving one at a time sees nothing.
  it "draws where the answer has a kink" do
    inputs = { "values" => { "value" => [1, 1, 1, 1], "u" => 0.15 } }
    witness = share do |draw|
      values = Array.new(4) { 1 + (0.15 * draw.call) }
      values.max - values.min <= 0.1 * values.sum / 4
    end
    expect(witness).to be_between(0.02, 0.05)
    spread = output("bank", inputs, "spread")
    expect(spread.shares([10]).first).to be_within(0.02).of(witness)
    expect(judge("sync", { "inputs" => inputs }, family: "cv", carburetors: 4).chances.values.min)
      .to be_within(0.02).of(witness)
  end

  it "draws the cylinders as the witness does" do
    values = [128, 131, 126, 113]
    witness = share do |draw|
      drawn = values.map { |value| value + (3 * draw.call) }
      drawn.min < 0.85 * drawn.max
    end
    one = judge("compression", { "inputs" => { "values" => values } }).chances["one-low"]
    expect(one).to be_within(0.02).of(witness)
  end

  # 240 mL/min against 150, asked for 1.5 times over: both are unsure. 100 mL in 25 s, 3 mL and 0.15 s; 8 % of demand.
  it "counts the demand's and the volume's part as well as the stopwatch's" do
    inputs = { "volume" => 100, "times" => [25], "demand" => 150, "points" => ["through-inlet"] }
    ample = judge("line-flow", { "inputs" => inputs }).chances["ample"]
    witness = share do |draw|
      flow = (100 + (3 * draw.call)) / (25 + (0.15 * draw.call)) * 60
      flow / (150 * (1 + (0.08 * draw.call))) > 1.5
    end
    expect(ample).to be_within(0.03).of(witness)
    expect(ample).to be_within(0.04).of(0.77)
  end

  it "takes the other side where one neighbor is refused, and is never certain of what it does not know" do
    expect(described_class.part(2.0, nil, 1.8)).to be_within(1e-12).of(0.2)
    expect(described_class.part(2.0, nil, nil)).to be_nil
    expect(described_class.combine([0.3, nil])).to be_nil
    expect(described_class.shares(5, nil, [4, 6])).to all(be_within(1e-12).of(1 / 3.0))
    wide = { "port" => { "value" => 0.030, "unit" => "in", "u" => 0.0015 } } # a port as wide as the tip, or narrower
    expect(output("screw-port", wide.merge("burred" => { "value" => 0.030, "unit" => "in" }), "sound").uncertainty)
      .to be_positive
  end

  # JCGM 100:2008, H.1 in spirit: relative uncertainties of a quotient add as squares.
  it "propagates a quotient" do
    change = output("flow-compare", { "reference" => { "value" => [6.0], "u" => 0.06 },
                                      "part" => { "value" => [3.0], "u" => 0.06 } }, "change")
    expect(change.value).to be_within(1e-9).of(100)
    expect(change.uncertainty).to be_within(0.02).of(100 * 2 * Math.sqrt((0.01**2) + (0.02**2)))
  end

  # Welch and Satterthwaite (JCGM 100:2008, G.4.2 has 0.30, 0.59, ... in its example; here by hand): parts 1 and 1 of 4
  # and 4 degrees of freedom have 8 together, 2^2 / (1/4 + 1/4).
  it "adds up degrees of freedom" do
    expect(described_class.freedom([[1.0, 4], [1.0, 4]])).to eq 8
    expect(described_class.freedom([[1.0, 2], [0.01, nil]])).to eq 2
    expect(described_class.freedom([[1.0, nil]])).to be_nil
  end

  # What is no timing by hand: a fade by the stopwatch is a judgement, what a wall holds is estimated.
  it "has one figure for a hand and its stopwatch" do
    table = Psych.safe_load_file("#{UpperBranch::Catalogue::DEFAULT}/worktop.yml", aliases: true)
    timed = table["calculators"].flat_map { |row| row["inputs"] }.select { |input| input["kind"] == "time" }
    by_hand, others = timed.partition { |input| input["u"] == "hand" }
    expect(others.select { |input| input["u"].to_f.positive? }.map { |input| input["name"] })
      .to contain_exactly("Fade by the stopwatch", "It comes off again after")
    read = CATALOGUE.worktop.calculator("supply-margin").inputs.find { |one| one.id == "times" }.read([40])
    expect([by_hand.size, read.uncertainty]).to eq [8, 0.15]
  end
end
