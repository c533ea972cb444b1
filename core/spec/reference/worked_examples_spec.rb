# frozen_string_literal: true

# One worked example for every calculator at its usual inputs, each answer derived here a second way, from the plain
# formula with the constants written out. Formulas: as named in core/knowledge/worktop.yml; constants: NIST SP 811 (psi,
# inHg), US Standard Atmosphere 1976 (gas constant of air), NACA Report 1135 (choked flow of air: 0.040418 p / sqrt(T)
# for each m2).
RSpec.describe "Worked examples" do
  psi = 6894.757
  inch = 3386.389
  gas = 287.053
  pi = Math::PI
  choked = ->(area, temperature, coefficient) { coefficient * area * 0.040418 * 101_325 / Math.sqrt(temperature) }
  # kg/s of 1600 cc at 750 rpm, filling 0.75, 18 inHg
  idle = 1.6e-3 * 750 / 60 / 2 * 0.75 * (101_325 - (18 * inch)) / (gas * 313.15)

  speeds = [655, 684, 703, 712, 708, 694, 668]
  steps = (-3..3).to_a # quarter turns about 1.5: least squares on orthogonal polynomials
  flush = (0.042 - 0.029) * 25.4 / (2 * Math.tan(7 * pi / 180)) / 0.7
  narrowed = (0.038 - 0.029) * 25.4 / (2 * Math.tan(7 * pi / 180)) / 0.7

  {
    "reading" => {
      "mean" => 6.85
    },
    "convert" => {
      "turned" => 1.2 / 25.4
    },
    "jet-area" => {
      "area" => pi / 4 * (1.35**2),
      "flow" => 0.7 * pi / 4 * (1.35e-3**2) * Math.sqrt(2 * 0.2 * 740 * 9.80665 / 740) * 6e7
    },
    "jet-change" => {
      "change" => (((138.0 / 135)**2) - 1) * 100
    },
    "jets-together" => {
      "series" => ((1.3**-4) + (0.9**-4))**-0.25,
      "parallel" => Math.sqrt((1.3**2) + (0.9**2))
    },
    "drill" => {
      "wanted" => 1.35 * Math.sqrt(1.045),
      "below" => 1.35,
      "above" => 0.0550 * 25.4,
      "remove" => (0.0550 * 25.4) - (1.35 * Math.sqrt(1.045))
    },
    # 200 mL/min through 1.2 mm: Re 4 q / (pi d nu) = 6430; four bores over three long
    "hole-coefficient" => {
      "reynolds" => 4 * 2e-4 / 60 / (pi * 1.2e-3 * 5.5e-7),
      "coefficient" => 1 / ((1 / 0.798667) + 0.026437 - 0.016636)
    },
    "flow-compare" => {
      "change" => (((22.23 / 3) / (20.08 / 3)) - 1) * 100
    },
    "shim" => {
      "time" => 7.4 / 1.05
    },
    "needle-lift" => {
      "area" => pi / 4 * ((2.6**2) - ((2.5 - (2 * 6 * Math.tan(0.75 * pi / 180)))**2))
    },
    "fuel-demand" => {
      "by_power" => 15.0 * 450 / 740 / 60 * 1000,
      "by_air" => 3e-4 * 7500 / 2 * 0.85 * 1.2 / 12.8 / 740 * 1e6
    },
    "supply-margin" => {
      "supply" => 100 / 40.5 * 60,
      "margin" => 100 / 40.5 * 60 / 190,
      "fade" => 25 / (190 - (100 / 40.5 * 60)) * 60
    },
    "segments" => {
      "tightest" => 3
    },
    "passage" => {
      "ratio" => (2 / 1.4)**2,
      "loss" => (1 - (1 / Math.sqrt(1 + ((1.4 / 2)**4)))) * 100,
      "refill" => 0.7 * pi * 1e-6 * Math.sqrt(2 * 9.80665 * 0.01) * 6e7
    },
    "inlet-valve" => {
      "force" => 6 * psi * pi / 4 * (0.0025**2) * 1000,
      "rise" => psi * pi / 4 * (0.0025**2) * (9.0 / 38) / (740 * 9.80665 * 1.2e-3) * 1000,
      "holds" => ((740 * 2.6e-5) - 0.009) * 9.80665 / (pi / 4 * (0.0025**2) * 9 / 38) / psi
    },
    "bowl-fall" => {
      "most" => 0.6 * pi / 4 * (0.0025**2) * Math.sqrt(2 * 5 * psi / 740) * 6e7,
      "fall" => 190 / 6e7 / (0.6 * pi * 0.0025 * 9 / 38 * Math.sqrt(2 * 5 * psi / 740)) * 1000
    },
    "heavy-float" => {
      "gained" => 2.5,
      "rise" => 2.5e-3 / (740 * 1.2e-3) * 1000
    },
    "float-tab" => {
      "bend" => 2 * 9.0 / 38
    },
    "drip" => {
      "per_minute" => 12,
      "per_hour" => 720 / 35.0 / 1000,
      "total" => 720 / 35.0 * 12,
      "share" => 100 * (720 / 35.0 * 12) / (1100 + (720 / 35.0 * 12))
    },
    "pump-shot" => {
      "stroke" => ((24.5 / 3) + 8) / 10,
      "delay" => 2.5,
      "needed" => 2.5e-3 * 18 * inch / (gas * 300) / 14.7 / 740 * 1e6
    },
    "shot-size" => {
      "air" => 2.5e-3 * 18 * inch / (gas * 300) / 14.7 / 740 * 1e6,
      "walls" => 0.3 * 1 * (120 - 12) / 60.0
    },
    "mixture-sweep" => {
      "peak" =>
        1.5 -
          (
            0.25 * speeds.zip(steps).sum { |y, u| u * y } / 28.0 /
              (2 * ((speeds.zip(steps).sum { |y, u| u * u * y } - (4 * speeds.sum)) / 84.0))
          )
    },
    "two-screws" => {
      "mixture_moved" => 0.05,
      "speed_off" => 12,
      "apart" => 0.05,
      "settled" => 0
    },
    "screw-port" => {
      "flush" => narrowed,
      "sound" => pi * 0.0355 * 25.4 * Math.sqrt(((0.0065 * 25.4)**2) + (((2 - flush) * 0.7)**2))
    },
    "throttle-plate" => {
      "angle" => 8 + (Math.asin(0.7 / 18) * 180 / pi)
    },
    "main-signal" => {
      # Bernoulli, and 1.7 % for the air's thinning (NACA Report 1135 at M = 0.15: p/p0 0.9844, A/A* 3.910)
      "depression" => 0.5 * 1.2041 * ((0.0425 / (pi / 4 * (0.033**2)))**2) / 1000 * 1.0165
    },
    "air-leak" => {
      "engine" => idle * 3600,
      "leak" => choked.call(pi / 4 * (0.0015**2), 293.15, 0.6) * 3600,
      "share" => 100 * choked.call(pi / 4 * (0.0015**2), 293.15, 0.6) / idle,
      "lambda" => 1 / (1 - (choked.call(pi / 4 * (0.0015**2), 293.15, 0.6) / idle))
    },
    "shaft-leak" => {
      "ring" => pi / 2 * ((8.2**2) - 64)
    },
    "suction-hold" => {
      "inflow" => 6e-5 * 5 * inch / (gas * 293.15) / 20 * 3.6e6
    },
    "altitude" => {
      "pressure" => 84.556,
      "vacuum_sea" => 15 + ((101_325 - 84_556) / inch)
    },
    "vacuum-pattern" => {
      "mean" => 421.0 / 24,
      "period" => 6 * 0.03
    },
    "blend" => {
      "stoichiometric" => ((0.9 * 745 * 14.7) + (0.1 * 785 * 9)) / ((0.9 * 745) + (0.1 * 785))
    },
    # 13.5 % CO2, 1.5 % CO, 250 ppm, 1 % O2, the formula written out with its constants
    "exhaust-gas" => {
      "lambda" =>
        (13.5 + 0.75 + 1 + (((0.431525 * 3.5 / (3.5 + (1.5 / 13.5))) - 0.0088) * 15)) / (1.422725 * (15 + 0.15))
    },
    "timing" => {
      "degrees" => 14 / (pi * 160) * 360,
      "vacuum" => 8
    },
    "bank" => {
      "spread" => 100 * 1.3 / 8.5,
      "first" => 2
    },
    "compression" => {
      "lowest" => 100 * 126 / 131.0,
      "mean" => 515 / 4.0
    },
    "venturi" => {
      "air" => 2.0 * 100 / 2 * 0.85
    },
    # 99.7 L/s come through each throat while it has flow; at 100 m/s the air has cooled by 4.98 degrees and is 0.958 as
    # dense
    "starting-set" => {
      "venturi" => Math.sqrt(4 / pi * (2e-3 * 6500 / 120 * 0.92) / (100 * ((288.17 / 293.15)**2.5))) * 1000,
      "thumb" => 0.04 * 36.40,
      "corrector" => (0.04 * 36.40) + 0.5
    },
    "rod-jet" => {
      "lean" => pi / 4 * ((1.8**2) - (1.2**2)),
      "rich" => pi / 4 * ((1.8**2) - (0.8**2)),
      "richer" => (100 * (2.6 / 1.8)) - 100
    },
    # 200 m have 0.9765 of the pressure (US Standard Atmosphere)
    "percolation" => {
      "boils" => 52.47 - (0.33 * 70) + (0.2 * 48) + (0.17 * 95) + (Math.log(0.9765) / 0.033)
    },
    # vapor over water: 1148 Pa at 9, 1402.7 Pa at 12 degC (steam tables)
    "icing" => {
      "throat" => 12 - 39,
      "humidity" => 100 * 1148 / 1402.7
    },
    "cost" => {
      "labor" => 95,
      "total" => 119
    }
  }.each do |id, answers|
    it "#{id} gives what the plain formula gives" do
      calculator = CATALOGUE.worktop.calculator(id)
      outputs = calculator.run(usual(calculator)).outputs.to_h { |row| [row.id, row.value] }
      answers.each do |name, value|
        expect(outputs.fetch(name)).to be_within([value.abs * 2e-3, 1e-9].max).of(value),
                                       "#{name}: #{outputs[name]} is not #{value}"
      end
    end
  end

  it "leaves no calculator out" do
    described = self.class.examples.filter_map { |example| example.description[/\A(\S+) gives/, 1] }
    expect(CATALOGUE.worktop.calculators.map(&:id) - described).to be_empty
  end
end
