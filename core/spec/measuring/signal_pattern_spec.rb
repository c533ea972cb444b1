# frozen_string_literal: true

RSpec.describe UpperBranch::Measuring::SignalPattern do
  def pattern(interval: 0.025, count: 320, &block)
    described_class.new(Array.new(count) { |i| i * interval }.map(&block), interval: interval)
  end

  def gauge(signal, seed) = UpperBranch::Practice::SimulatedGauge.new(CATALOGUE, "vacuum", signal, seed: seed)

  # A repetition that falls between two samples was taken for twice or three times its period in one record of five.
  it "finds the period of a flick wherever the record begins" do
    periods =
      [0, 37, 74].product((0...10).to_a).map do |seed, start|
        record = gauge("flicking", seed).stretch(start * 0.075, 8)
        described_class.new(record[:values], interval: record[:interval]).period
      end
    expect(periods).to all(be_within(0.012).of(2 * 60.0 / 750)) # a four-stroke at its idle works once in two turns
  end

  it "judges every record of a flicking, hunting and steady needle alike" do
    machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: "car-one")
    rule = machine.reading(machine.check("idle-vacuum"))
    words = { "flicking" => "regular-flick", "hunting" => "wanders", "steady" => "steady-normal" }
    words.each do |signal, word|
      judged = (0...12).map do |start|
        stretch = gauge(signal, start * 11).stretch(start * 0.7, 8).transform_keys(&:to_s)
        inputs = stretch.slice("values", "interval")
        UpperBranch::Measuring::Reading.judge(rule, { "inputs" => inputs }, CATALOGUE.worktop)
      end
      expect(judged.map(&:word)).to all(eq(word))
      expect(judged.map { |reading| reading.too_close?(0.9) }).to all(be(false)), signal unless signal == "hunting"
      expect(judged.flat_map(&:says).grep(/far slower/).any?).to be(signal == "hunting")
      expect(judged.flat_map(&:says).grep(/one cylinder/).any?).to be(signal == "flicking")
    end
  end

  it "finds a period that lies on the samples and one that does not" do
    [0.5, 0.64, 0.97, 1.3].each do |period|
      found = pattern(interval: 0.1, count: 80) { |t| (t % period) < 0.2 ? -1.0 : 0.0 }.period
      expect(found).to be_within(0.06).of(period)
    end
    expect(pattern { |t| t }.period).to be_nil
  end

  # A four-stroke works once in two turns: at 750 rpm every 0.16 s; a two-stroke every turn, every 0.08 s.
  describe "what a needle does" do
    def answer(values, interval, **more)
      inputs = { "values" => values, "interval" => interval }.merge(more.transform_keys(&:to_s))
      CATALOGUE.worktop.calculator("vacuum-pattern").run(inputs)
    end

    def flicks(every, interval) = Array.new(240) { |i| ((i * interval) % every) < every / 4 ? 15.0 : 18.0 }
    def says(...) = answer(...).says.join
    def share(kind, ...) = answer(...).outputs.find { |one| one.id == "#{kind}_share" }.value

    it "is one cylinder only once a working cycle" do
      expect(says(flicks(0.16, 0.02), 0.02)).to include "one cylinder"
      expect(says(flicks(0.64, 0.02), 0.02)).to include "not in step"
      expect(says(flicks(0.08, 0.01), 0.01, strokes: "2")).to include "one cylinder"
      expect(says(flicks(0.08, 0.01), 0.01, strokes: "4")).not_to include "one cylinder"
    end

    it "cannot be told from readings that come too slowly" do
      expect(says(flicks(0.16, 0.1), 0.1)).to include "10 readings a second cannot show one cylinder"
      expect(share("flick", flicks(0.16, 0.1), 0.1)).to be > 50
    end

    it "is nothing when it moves by a twentieth of an inch, and the sentence says what the shares say" do
      ripple = Array.new(240) { |i| 18 + (0.05 * Math.sin(2 * Math::PI * i * 0.02 / 0.16)) }
      expect(says(ripple, 0.02)).to start_with "It stands"
      expect(share("still", ripple, 0.02)).to be > 95
    end
  end
end
