# frozen_string_literal: true

# Source: US Standard Atmosphere 1976 (NOAA/NASA/USAF), tables I and II: pressure, temperature and density ratio by
# geometric altitude. Values of the table from memory where marked; 5000 ft and 10 000 ft as quoted in the trade's
# altitude charts.
RSpec.describe UpperBranch::Measuring::Air do
  feet = 0.3048
  [
    # height, pressure in kPa, temperature in K, density over sea level
    [0.0, 101.325, 288.15, 1.0],
    [5_000 * feet, 84.31, 278.25, 0.8617],
    [10_000 * feet, 69.68, 268.34, 0.7385],
    [1_000.0, 89.876, 281.651, 0.9075],  # table I, from memory
    [5_000.0, 54.048, 255.676, 0.6012],  # table I, from memory
    [11_000.0, 22.700, 216.774, 0.2978]  # table I, from memory
  ].each do |height, pressure, temperature, density|
    it "stands at #{pressure} kPa at #{height.round} m" do
      expect(described_class.pressure(height) / 1000).to be_within(0.02).of(pressure)
      expect(described_class.temperature(height)).to be_within(0.02).of(temperature)
      expect(described_class.density(described_class.pressure(height),
                                     described_class.temperature(height)) / 1.2250).to be_within(0.0002).of(density)
    end
  end

  it "has a sea-level density of 1.2250 kg/m3" do
    expect(described_class.density(101_325, 288.15)).to be_within(0.0001).of(1.2250)
  end

  # Source: common practice, no source: gauge vacuum falls about 1 inHg for each 1000 ft.
  it "takes about one inHg off a gauge for each thousand feet" do
    fall = described_class.vacuum_at_sea(0.0, 304.8) / 3386.389
    expect(fall).to be_within(0.1).of(1.08)
  end

  # Source: common practice, no source; the figures follow from the root of the density ratio above.
  { 1000 => 5.0, 1500 => 7.6, 2000 => 10.3, 3000 => 16.1 }.each do |height, leaner|
    it "leans #{leaner} % on the way down from #{height} m" do
      at = ->(up) { described_class.leanness(described_class.pressure(up), described_class.temperature(up), 0.0) }
      expect(((at.call(0) / at.call(height)) - 1) * 100).to be_within(0.06).of(leaner)
    end
  end

  # Source: WMO No. 8, Magnus form: saturation vapor pressure 2339 Pa at 20 degC (steam tables 2339 Pa), 611 Pa at 0
  # degC.
  it "knows the pressure of vapor" do
    expect(described_class.vapor(293.15, 1.0)).to be_within(12).of(2339)
    expect(described_class.vapor(273.15, 1.0)).to be_within(1).of(611)
  end
end
