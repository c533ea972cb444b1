# frozen_string_literal: true

RSpec.describe "Published values" do
  include UpperBranch::Measuring

  let(:measuring) { UpperBranch::Measuring }

  # Source: ASME B94.11M, number drills (table from memory; these are the sizes the trade quotes).
  it "knows the number drills" do
    drills =
      measuring::Drills.all(
        Psych.safe_load_file("#{UpperBranch::Catalogue::DEFAULT}/worktop.yml", aliases: true)["number_drills"]
      )
    { 60 => 0.0400, 65 => 0.0350, 70 => 0.0280, 80 => 0.0135, 1 => 0.2280, 52 => 0.0635 }.each do |number, inch|
      expect(drills.diameter("number #{number}") / 0.0254).to be_within(1e-9).of(inch)
    end
    sizes = (1..80).map { |number| drills.diameter("number #{number}") }
    expect(sizes).to eq sizes.sort.reverse
    numbers = drills.of("number")
    expect(numbers.nearest(0.035 * 0.0254).name).to eq "number 65"
    expect([numbers.below(0.0012).name, numbers.above(0.0012).name]).to eq ["number 56", "number 55"]
  end

  # Source: Heywood, Internal Combustion Engine Fundamentals, fuel tables: gasoline about 14.6-14.7, ethanol 9.0 (from
  # memory); E10 about 14.1.
  it "knows the right ratios of gasoline, ethanol and their blends" do
    gasoline = { "ratio" => 14.7, "density" => 745 }
    ethanol = { "ratio" => 9.0, "density" => 785 }
    expect(measuring::Mixture.blend(gasoline, ethanol, 0.0)).to eq 14.7
    expect(measuring::Mixture.blend(gasoline, ethanol, 1.0)).to eq 9.0
    expect(measuring::Mixture.blend(gasoline, ethanol, 0.1)).to be_within(0.02).of(14.1)
    expect(measuring::Mixture.blend(gasoline, ethanol, 0.85)).to be_within(0.05).of(9.8)
  end

  # Source: the definition of lambda (Heywood, 3.4): the measured ratio over the right one of the fuel in the tank.
  it "gives lambda for the blend that is in the tank" do
    at = lambda do |measured, share|
      CATALOGUE
        .worktop
        .calculator("blend")
        .run("measured" => measured, "share" => share, "scale" => "own")
        .outputs
        .to_h { |row| [row.id, row.value] }
    end
    expect(at.call(14.7, 0)["lambda"]).to be_within(1e-9).of(1)
    expect(at.call(14.7, 10)["lambda"]).to be_within(0.002).of(14.7 / 14.1)
    expect(at.call(9.0, 100)["lambda"]).to be_within(1e-9).of(1)
    expect(at.call(14.1, 10)["leaning"]).to be_within(0.5).of(((14.7 / 14.1) - 1) * 100)
  end

  # Source: combustion of C8H18 and C2H5OH in air of 23.2 % oxygen by mass: 15.1 and 9.0 (second derivation from molar
  # masses).
  it "agrees with the chemistry of ethanol" do
    oxygen = 3 * 31.998 / 46.069
    expect(oxygen / 0.2314).to be_within(0.02).of(9.0)
  end

  # Source: NIST SP 811, appendix B.8: 1 psi = 6894.757 Pa, 1 inHg (conventional) = 3386.389 Pa, 1 US fl oz = 29.57353
  # mL, 1 hp = 745.6999 W.
  it "turns units as NIST does" do
    {
      %w[psi kPa] => 6.894757,
      %w[inHg kPa] => 3.386389,
      %w[floz mL] => 29.57353,
      %w[hp W] => 745.6999,
      %w[in mm] => 25.4,
      %w[ft m] => 0.3048,
      %w[thou mm] => 0.0254,
      %w[mmHg Pa] => 133.3224,
      %w[bar kPa] => 100.0,
      %w[cc mL] => 1.0,
      %w[L/h mL/min] => 16.66667,
      %w[km/h m/s] => 0.2777778
    }.each do |(from, to), factor|
      expect(measuring::Units.convert(1, from, to)).to be_within(factor * 2e-6).of(factor)
    end
    expect(measuring::Units.convert(100, "degC", "degF")).to be_within(1e-6).of(212)
    expect(measuring::Units.convert(-40, "degF", "degC")).to be_within(1e-6).of(-40)
  end

  # Source: JCGM 100:2008, 4.4.3, temperature readings: mean 100.145 degC, s = 1.489 degC, u = 0.333 degC for twenty
  # readings.
  it "finds the mean and its uncertainty in the GUM's twenty temperatures" do
    readings = [
      96.90,
      98.18,
      98.25,
      98.61,
      99.03,
      99.49,
      99.56,
      99.74,
      99.89,
      100.07,
      100.33,
      100.42,
      100.68,
      100.95,
      101.11,
      101.20,
      101.57,
      101.84,
      102.36,
      102.72
    ]
    read = measuring::Uncertainty.mean(readings, 0.0)
    expect(read.value).to be_within(0.001).of(100.145)
    expect(measuring::Uncertainty.deviation(readings)).to be_within(0.001).of(1.489)
    expect(read.uncertainty).to be_within(0.001).of(0.333)
    expect(read.freedom).to eq 19
  end

  # Source: European Pharmacopoeia, 2.1.1 droppers: twenty drops of water weigh a gram.
  it "counts twenty drops of water to a milliliter" do
    expect(measuring::Drips.volume(20, 20.0)).to be_within(1e-12).of(1e-6)
  end
end
