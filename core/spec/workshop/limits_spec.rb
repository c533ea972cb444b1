# frozen_string_literal: true

RSpec.describe UpperBranch::Workshop::Limits do
  def machine(family = "car-one", **more) = UpperBranch::Workshop::Machine.new(CATALOGUE, family: family, **more)
  def standing(machine, check) = machine.limits.to_h[check].values_at(:cuts, :from)
  def given(from, cuts) = { "idle-speed" => { "cuts" => cuts, "from" => from, "source" => "test" } }

  it "go from the trade over the family, the school and the card to the job's own" do
    expect(standing(machine, "idle-speed")).to eq [[500, 900], "trade"]
    expect(standing(machine("diaphragm"), "idle-speed")).to eq [[2500, 3000], "family"]
    expect(standing(machine(schools: { "stop-limit" => "one-and-a-half" }),
                    "stop-turns")).to eq [[1.75, 2.75], "school"]
    expect(standing(machine("diaphragm", limits: given("card", [2700, 2900])), "idle-speed")).to eq [
      [2700, 2900],
      "card"
    ]
    expect(standing(machine(limits: given("job", [600, 700])), "idle-speed")).to eq [[600, 700], "job"]
  end

  it "know none where only the model's figure will do, until one is given" do
    expect(standing(machine, "float-level").first).to be_nil
    expect(machine.reading(machine.check("float-level"))).to be_nil
    expect(standing(machine("progressive-two"), "float-level").first).to be_nil
    refused("reading") { job("car-one", read("float-level", 40, "mm")) }
    set =
      job(
        "car-one",
        read("float-level", 44, "mm"),
        limits: {
          "float-level" => {
            "cuts" => [40, 42],
            "from" => "job"
          }
        }
      )
    expect(set.findings.last.words).to eq ["set-too-low"]
  end

  def refused(field, &block)
    expect(&block).to(raise_error(UpperBranch::Invalid) { |e| expect(e.field).to start_with field })
  end

  it "are refused at the field when they cannot be" do
    refused("limits/pump-parts") { machine(limits: { "pump-parts" => { "cuts" => [1], "from" => "job" } }) }
    refused("limits/idle-speed/cuts") { machine(limits: given("job", [900])) }
    refused("limits/idle-speed/cuts") { machine(limits: given("job", [900, 500])) }
    refused("limits/idle-speed/cuts") { machine(limits: given("job", [500, "x"])) }
    refused("limits/idle-speed/cuts") { machine(limits: given("job", [500, 900_000])) }
    refused("limits/idle-speed/from") { machine(limits: given("hearsay", [500, 900])) }
  end

  it "leave findings of before as they were judged" do
    first = job("car-one", seen("rough-idle"), stands(engine: "running"), read("idle-speed", 850, "rpm"))
    later =
      first.with(
        { "id" => "9", "kind" => "machine", "data" => { "family" => "car-one", "limits" => given("job", [600, 700]) } }
      )
    expect(later.findings.last.words).to eq ["in-spec"]
    expect(
      later
        .with(
          { "id" => "10", "kind" => "check", "data" => { "check" => "idle-speed", "reading" => { "value" => 850 } } }
        )
        .findings
        .last
        .words
    ).to eq ["high"]
  end
end
