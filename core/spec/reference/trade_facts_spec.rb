# frozen_string_literal: true

# Worked answers of the trade: common practice, no source. Where a formula gives the figure a second way, that way is
# written out.
RSpec.describe "Facts of the trade" do
  let(:m) { UpperBranch::Measuring }

  def answer(calculator, inputs, output, unit = nil)
    CATALOGUE
      .worktop
      .calculator(calculator)
      .run(inputs, unit ? { output => unit } : {})
      .outputs
      .find { |row| row.id == output }
      .value
  end

  it "finds 3.3 % between a 1.22 and a 1.24 jet" do
    expect(answer("jet-change", { "before" => 122, "after" => 124 }, "change")).to be_within(0.01).of(3.31)
    expect(answer("jet-change", { "before" => 122, "after" => 124 }, "area_before")).to be_within(0.0005).of(1.169)
    expect(answer("jet-change", { "before" => 122, "after" => 124 }, "area_after")).to be_within(0.0005).of(1.2076)
  end

  it "says +11.7 % where the shortcut says 10.5, and +3.8 where it says 3.6" do
    { 5.39 => [11.7, 10.5], 5.80 => [3.8, 3.65] }.each do |time, (right, short)|
      inputs = { "reference" => [6.02], "part" => [time] }
      expect(answer("flow-compare", inputs, "change")).to be_within(0.06).of(right)
      expect(answer("flow-compare", inputs, "shortcut")).to be_within(0.06).of(short)
    end
  end

  it "wants 5.83 s for +3.3 % on 6.02 s, and a shim at or under 0.75 mm when 0.77 gives +6.8 %" do
    expect(m::FlowTiming.time_for(6.02, 0.033)).to be_within(0.005).of(5.83)
    expect(m::FlowTiming.change(6.02, 6.02 / 1.068)).to be_within(1e-9).of(0.068)
    expect(m::FlowTiming.setting_for([[0.0, 0.0], [0.02, 0.5], [0.068, 0.77]], 0.064)).to be < 0.75
  end

  it "cannot tell 3 % from none by one hand timing of six seconds" do
    expect(m::FlowTiming.repeats(6.0, 0.15, 0.03)).to eq 11
    expect(m::FlowTiming.repeats(60.0, 0.15, 0.03)).to eq 1
  end

  it "burns 152 mL a minute for 15 kW at 450 g/kWh, and draws 85 L/s into 2.0 L at 6000" do
    expect(answer("fuel-demand", { "power" => 15, "consumption" => 450 }, "by_power")).to be_within(0.5).of(152)
    expect(answer("venturi", { "displacement" => 2000, "rpm" => 6000, "filling" => 0.85 }, "air")).to be_within(0.1).of(
      85
    )
    expect(
      answer("venturi", { "displacement" => 2000, "rpm" => 6000, "filling" => 0.85, "speed" => 100 }, "right")
    ).to be_within(0.7).of(33)
  end

  it "leaves 49 and 27 % of a 0.035 in hole with a 0.025 and a 0.030 in tip in it" do
    { 0.025 => 0.49, 0.030 => 0.265 }.each do |tip, share|
      expect(m::Jets.annulus(0.035, tip) / m::Jets.area(0.035)).to be_within(0.005).of(share)
    end
  end

  it "leaves 58, 38 and 19 % of the sound gap when the bore is burred to 0.033, 0.032 and 0.031 in" do
    sound = m::ScrewPort.new(port: 0.035 * 0.0254, end_diameter: 0.030 * 0.0254, angle: 14, pitch: 0.0007)
    { 0.033 => 0.58, 0.032 => 0.38, 0.031 => 0.19 }.each do |bore, share|
      ring = m::Jets.annulus(bore * 0.0254, 0.030 * 0.0254) # the tip's end stands in the burr
      expect(ring / sound.area(sound.flush_turns)).to be_within(0.01).of(share)
    end
  end

  it "has the tip flush at about 1.5 turns, and wants more turns the more the bore is burred" do
    sound = m::ScrewPort.new(port: 0.035 * 0.0254, end_diameter: 0.025 * 0.0254, angle: 14, pitch: 0.0007)
    expect(sound.flush_turns).to be_within(0.05).of(1.5)
    needed = [0.035, 0.034, 0.033, 0.032, 0.031].map do |bore|
      sound.burred_at_seat(bore * 0.0254).turns_for(sound.area(0.5))
    end
    expect(needed).to eq needed.sort
    expect(needed.last - needed.first).to be > 0.05
  end

  it "loses 10.6, 5.1 and 3.0 % of flow through a passage of 2, 3 and 4 times the jet" do
    { 2.0 => 10.6, 3.0 => 5.1, 4.0 => 3.0 }.each do |ratio, loss|
      expect(m::Passage.loss(ratio) * 100).to be_within(0.05).of(loss)
    end
  end

  it "refills an open well with 58 and 110 mL a minute through 2.0 and 2.75 mm under 10 mm of head" do
    { 2.0 => 58, 2.75 => 110 }.each do |bore, flow|
      expect(m::Passage.refill(bore / 1000, 0.010, 0.7) * 6e7).to be_within(0.6).of(flow)
    end
  end

  it "presses half again as hard on the needle at 9 psi as at 6, and turns psi into kPa as the shop's card does" do
    at = ->(psi) { answer("inlet-valve", { "pressure" => psi }, "force") }
    expect(at.call(9) / at.call(6)).to be_within(1e-9).of(1.5)
    { 5.5 => 38, 6 => 41, 7 => 48, 8 => 55, 9 => 62 }.each do |psi, kpa|
      expect(m::Units.convert(psi, "psi", "kPa").round).to eq kpa
    end
  end

  it "turns the bench's fractions into millimeters" do
    {
      5.0 / 64 => 1.98,
      13.0 / 64 => 5.16,
      7.0 / 32 => 5.56,
      5.0 / 16 => 7.94,
      3.0 / 8 => 9.53,
      7.0 / 16 => 11.11,
      1.0 / 2 => 12.70,
      5.0 / 8 => 15.88,
      11.0 / 16 => 17.46
    }.each do |inch, mm|
      expect(m::Units.convert(inch, "in", "mm")).to be_within(0.006).of(mm)
    end
    expect(0.8 - m::Units.convert(0.030, "in", "mm")).to be_within(0.0005).of(0.038)
  end

  it "finds the stretch that is tight, as a dirty filter makes it" do
    line = m::Restriction.new([1.67e-5, 1.54e-5, 6.5e-6, 6.1e-6], [4e-7, 3.5e-7, 6e-8, 5e-8], 0.3)
    expect(line.tightest_chances[2]).to be > 0.99
    expect(line.stretches[2].share).to be > 0.7
  end

  it "gains no ring while the shank is still in the jet's mouth" do
    needle = m::Needle.new(shank: 0.0025, taper: 1.5, parallel: 0.006)
    expect(needle.area(0.0026, 0.003)).to eq needle.area(0.0026, 0.0)
    expect(needle.lift_for(0.0026, 0.003, 0.03)).to be_nil
    lift = needle.lift_for(0.0026, 0.012, 0.033)
    expect(needle.area(0.0026, lift) / needle.area(0.0026, 0.012)).to be_within(1e-9).of(1.033)
  end

  it "proves starvation when the reckoned fade matches the stopwatch" do
    says =
      CATALOGUE
        .worktop
        .calculator("supply-margin")
        .run(
          "volume" => 100,
          "times" => [40],
          "demand" => 190,
          "usable" => 25,
          "faded" => {
            "value" => 33,
            "unit" => "s"
          }
        )
        .says
    expect(says.join).to include("starvation is proven")
  end
end
