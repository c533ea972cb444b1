# frozen_string_literal: true

RSpec.describe UpperBranch::Measuring::SignalPattern do
  def pattern(interval: 0.1, count: 80, &block)
    described_class.new(Array.new(count) { |i| i * interval }.map(&block), interval: interval)
  end

  def gauge(signal, seed) = UpperBranch::Practice::SimulatedGauge.new(signal, level: 18.0, seed: seed)

  # A repetition that falls between two samples was taken for twice or three times its period in one record of five.
  it "finds the period of a flick wherever the record begins" do
    periods =
      [0, 37, 74].product((0...10).to_a)
        .map { |seed, start| pattern { |t| gauge("flicking", seed).at(t + (start * 0.0737)) }.period }
    expect(periods).to all(be_within(0.03).of(UpperBranch::Practice::SimulatedGauge::FLICK))
  end

  it "judges every record of a flicking, hunting and steady needle alike" do
    machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: "car-one")
    rule = machine.reading(machine.check("idle-vacuum"))
    words = { "flicking" => "regular-flick", "hunting" => "wanders", "steady" => "steady-normal" }
    words.each do |signal, word|
      judged = (0...12).map do |start|
        values = Array.new(80) { |i| gauge(signal, start * 11).at((i / 10.0) + (start * 0.0537)).round(3) }
        UpperBranch::Measuring::Reading.judge(
          rule,
          { "inputs" => { "values" => values, "interval" => 0.1 } },
          CATALOGUE.worktop
        )
      end
      expect(judged.map(&:word)).to all(eq(word))
      expect(judged.map { |reading| reading.too_close?(0.9) }).to all(be(false)), signal unless signal == "hunting"
      expect(judged.flat_map(&:says).grep(/far slower/).any?).to be(signal == "hunting")
    end
  end

  it "finds a period that lies on the samples and one that does not" do
    [0.5, 0.64, 0.97, 1.3].each do |period|
      expect(pattern { |t| (t % period) < 0.2 ? -1.0 : 0.0 }.period).to be_within(0.06).of(period)
    end
    expect(pattern { |t| t }.period).to be_nil
  end
end
