# frozen_string_literal: true

RSpec.describe UpperBranch::Measuring::Worktop do
  def calculator(id) = CATALOGUE.worktop.calculator(id)

  def value(id, inputs, output, units = {})
    calculator(id).run(usual(calculator(id)).merge(inputs), units).outputs.find { |row| row.id == output }.value
  end

  CATALOGUE.worktop.calculators.each do |calculator|
    describe calculator.row["name"] do
      it "answers at its usual values, with words or a number for every answer" do
        answer = calculator.run(usual(calculator))
        expect(answer.outputs.map(&:id)).to eq(calculator.row["outputs"].map { |row| row["id"] })
        expect(answer.outputs.count { |row| row.value.nil? }).to be <= 1
        expect(answer.says).to all(be_a(String))
      end

      # The same quantities in other units must give the same answers: no unit is lost on the way (dimensional
      # consistency).
      it "gives the same answer whatever unit its inputs come in" do
        plain = calculator.run(usual(calculator)).outputs.map(&:value)
        other = calculator.inputs.select { |input| input.units.size > 1 && input.to_h["default"] }.to_h do |input|
          value = input.to_h["default"]
          unit = (input.units - [input.unit]).last
          [input.id, { "value" => if value.is_a?(Array)
                                    value.map do |one|
                                      UpperBranch::Measuring::Units.convert(one, input.unit, unit)
                                    end
                                  else
                                    UpperBranch::Measuring::Units.convert(value, input.unit, unit)
                                  end, "unit" => unit }]
        end
        calculator
          .run(usual(calculator).merge(other))
          .outputs
          .map(&:value)
          .zip(plain)
          .each { |one, same| expect(one).to(same.nil? ? be_nil : be_within((same.abs * 1e-6) + 1e-9).of(same)) }
      end

      it "refuses text, a wrong unit, and what cannot be, at the field" do
        calculator.inputs.reject(&:choices).each do |input|
          bad = input.list? ? [["x"], [], [1e12]] : ["x", 1e12, Float::NAN, -1e12]
          bad.each do |value|
            expect { calculator.run(input.id => { "value" => value }) }.to raise_error(UpperBranch::Invalid) { |e|
              expect(e.field).to eq input.id
            }
          end
          expect do
            calculator.run(input.id => { "value" => input.list? ? [1] * input.to_h["least"] : 1, "unit" => "parsec" })
          end.to raise_error(UpperBranch::Invalid, /is given in/)
        end
      end
    end
  end

  it "refuses an input nobody asked for, a word that is no choice, and an output unit of another kind" do
    expect { calculator("jet-area").run("length" => 1) }.to raise_error(UpperBranch::Invalid, /asks for no length/)
    expect { calculator("jet-change").run("scale_after" => "magic") }.to raise_error(UpperBranch::Invalid) do |e|
      expect(e.field).to eq "scale_after"
    end
    expect { calculator("jet-area").run({}, { "area" => "kPa" }) }.to raise_error(UpperBranch::Invalid) do |e|
      expect(e.field).to eq "units/area"
    end
    expect { calculator("convert").run("value" => 1, "from" => "mm", "to" => "kPa") }.to raise_error(
      UpperBranch::Invalid,
      /same kind/
    )
  end

  it "does not compare jets on two scales, and compares flow numbers as they stand" do
    expect { calculator("jet-change").run("scale_before" => "flow") }.to raise_error(
      UpperBranch::Invalid,
      /cannot be compared/
    )
    expect(
      value(
        "jet-change",
        { "before" => 100, "after" => 110, "scale_before" => "flow", "scale_after" => "flow" },
        "change"
      )
    ).to be_within(1e-9).of(10)
  end

  it "never guesses past the trials" do
    expect { calculator("shim").run("wanted" => 30) }.to raise_error(
      UpperBranch::Invalid,
      /nothing is guessed past the trials/
    )
    expect { calculator("shim").run("shims" => [0.5, 0.6], "times" => [5.9, 5.8, 5.7]) }.to raise_error(
      UpperBranch::Invalid,
      /a time for every shim/
    )
  end

  # A list left out was taken at its usual value: one side of 8 mL in ten strokes was 1.6 mL a stroke.
  it "does not use what was not given" do
    run = ->(id, inputs) { calculator(id).run(inputs).outputs.to_h { |row| [row.id, row.value] } }
    expect(run.call("pump-shot", { "one" => [8.0], "strokes" => 10 })).to include("stroke" => 0.8, "imbalance" => nil)
    expect(run.call("two-screws", { "peaks" => [1.5, 1.6], "speeds" => [705, 702] })["apart"]).to be_nil
    expect { calculator("reading").run("values" => [6.9]) }.to raise_error(UpperBranch::Invalid, /Give a lower/)
  end

  it "is surer when its inputs are" do
    u = lambda do |input|
      calculator("jet-area")
        .run("diameter" => { "value" => 1.22, "unit" => "mm", "u" => input })
        .outputs
        .first
        .uncertainty
    end
    expect(u.call(0.02)).to be_within(1e-6).of(2 * u.call(0.01))
    expect(u.call(0)).to eq 0
  end

  describe "where physics says which way" do
    def expect_rising(id, input, values, output, more = {})
      answers = values.map { |one| value(id, more.merge(input => one), output) }
      expect(answers).to eq answers.sort
      expect(answers.uniq.size).to be > 1
    end

    it "a larger hole passes more, a deeper vacuum leaks more, a heavier float stands lower" do
      expect_rising("jet-area", "diameter", [0.5, 0.9, 1.3, 2.0], "flow")
      expect_rising("jet-area", "drop", [1, 5, 20, 80], "flow")
      expect_rising("air-leak", "hole", [0.2, 0.8, 1.6, 3.2], "share")
      expect_rising("shaft-leak", "play", [0, 0.05, 0.2, 0.6], "share")
      expect_rising("heavy-float", "now", [9, 10, 12, 15], "rise")
      expect_rising("inlet-valve", "pressure", [1, 4, 7, 10], "submerged")
      expect_rising("drip", "drops", [0, 5, 20, 60], "total")
    end

    it "demand grows with speed, size and filling, and richness with height" do
      {
        "rpm" => [2000, 4000, 8000],
        "displacement" => [100, 300, 600],
        "filling" => [0.5, 0.8, 1.0]
      }.each do |input, values|
        expect_rising("fuel-demand", input, values, "by_air")
      end
      expect_rising("altitude", "to", [3000, 2000, 1000, 0], "richer")
      expect_rising("screw-port", "turns", [0.2, 0.8, 1.4, 2.0], "sound")
      expect_rising("venturi", "fitted", [45, 38, 30, 24], "through")
    end

    it "holes in a row pass less than the smallest, side by side more than the largest" do
      PropCheck.forall(
        PropCheck::Generators.array(PropCheck::Generators.choose(5..300), min: 2, max: 6)
      ) do |hundredths|
        diameters = hundredths.map { |one| one / 100.0 }
        expect(value("jets-together", { "diameters" => diameters }, "series")).to be < diameters.min
        expect(value("jets-together", { "diameters" => diameters }, "parallel")).to be > diameters.max
      end
    end

    it "a change of flow and its way back cancel" do
      PropCheck.forall(PropCheck::Generators.choose(10..900), PropCheck::Generators.choose(10..900)) do |one, other|
        there = value("flow-compare", { "reference" => [one / 10.0], "part" => [other / 10.0] }, "change") / 100
        back = value("flow-compare", { "reference" => [other / 10.0], "part" => [one / 10.0] }, "change") / 100
        expect((1 + there) * (1 + back)).to be_within(1e-9).of(1)
      end
    end
  end

  it "draws a curve through where one stands, where a picture helps" do
    drawn = CATALOGUE.worktop.calculators.select { |one| one.row["plot"] }
    expect(drawn.size).to be >= 12
    drawn.each do |one|
      curve = one.run.curve
      expect(curve.series.map { |row| row[:points].size }).to all(be > 30), one.id
      expect(curve.marks).not_to be_empty
    end
  end

  it "says what the numbers mean at both ends" do
    says = ->(id, inputs) { calculator(id).run(usual(calculator(id)).merge(inputs)).says.join(" ") }
    expect(says.call("inlet-valve", { "pressure" => 14 })).to include("floods")
    expect(says.call("inlet-valve", { "float_mass" => 30 })).to include("sinks")
    expect(says.call("supply-margin", { "times" => [15] })).to include("Enough arrives")
    expect(says.call("supply-margin", { "times" => [28] })).to include("thin")
    expect(says.call("drip", { "drops" => 0 })).to include("Little")
    expect(says.call("venturi", { "fitted" => 45 })).to include("Too large")
    expect(says.call("venturi", { "fitted" => 25 })).to include("Too small")
    expect(says.call("bank", { "values" => [5.5, 5.5, 5.6] })).to include("balanced")
    expect(says.call("bank", { "values" => [5.5, 5.5, 7.0] })).to include("number 3")
    expect(says.call("reading", { "values" => [7.0], "resolution" => 0.5 })).to include("Too close to call")
    expect(says.call("suction-hold", { "end" => 15 })).to include("It holds")
    expect(says.call("passage", { "passage" => 4 })).to include("Ample")
    expect(
      says.call("passage", { "passage" => 2, "demand" => 120, "wall" => { "value" => 2, "unit" => "mm" } })
    ).to include("of wall")
    expect(says.call("mixture-sweep", { "values" => [700, 701, 699, 700, 701, 700, 699] })).to include(
      "does not rule the idle"
    )
    expect(says.call("blend", { "measured" => 16 })).to start_with("Lean")
    expect(says.call("blend", { "measured" => 12 })).to start_with("Rich")
    expect(says.call("screw-port", { "burred" => 0.042 })).to include("right for this port")
  end

  it "guides the two-screw loop until both settle, and points at the odd one of a pair" do
    says = ->(inputs) { calculator("two-screws").run(inputs).says.join(" ") }
    expect(says.call("peaks" => [1.25], "speeds" => [905])).to include("One pass is none")
    expect(says.call("peaks" => [1.25, 1.5], "speeds" => [905, 760])).to include("Trim the speed down by 60 rpm")
    expect(says.call("peaks" => [1.25, 1.5], "speeds" => [905, 705])).to include("peak it again")
    expect(says.call("peaks" => [1.25, 1.5, 1.55], "speeds" => [905, 740, 705])).to include("Both have settled")
    expect(says.call("others" => [2.5])).to include("look at its port and seat")
    expect(value("two-screws", { "peaks" => [1.0, 1.6, 1.9], "speeds" => [900, 800, 700] }, "settled")).to eq 2
    expect { calculator("two-screws").run("peaks" => [1, 2], "speeds" => [700]) }.to raise_error(
      UpperBranch::Invalid,
      /every pass/
    )
  end
end
