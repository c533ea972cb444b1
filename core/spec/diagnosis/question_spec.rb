# frozen_string_literal: true

RSpec.describe UpperBranch::Diagnosis::Question do
  let(:machine) { UpperBranch::Workshop::Machine.new(CATALOGUE, family: "car-two") }
  let(:book) { UpperBranch::Planning::QuestionBook.for(machine) }

  it "asks for conditions only where they part the causes of the complaint on this machine" do
    by = ->(id) { book.telling(machine.symptom(id)).map(&:condition) }
    expect(by.call("hesitation")).to include("stone-cold", "fully-warm")
    expect(by.call("hesitation")).not_to include("parked", "rough-ground")
    expect(by.call("run-on")).to be_empty
  end

  it "speaks for the causes that show under the condition, and against them when it does not" do
    told = ->(answer) { job("car-two", seen("hesitation"), when_asked("hesitation", "stone-cold", answer)) }
    yes, no, unknown = %w[yes no unknown].map { |answer| posterior(told.call(answer)).now("choke-stuck-open") }
    expect(yes).to be > unknown
    expect(no).to be < unknown
    expect(unknown).to be_within(1e-12).of(posterior(job("car-two", seen("hesitation"))).now("choke-stuck-open"))
  end

  it "shares yes and no out: their chances sum to one for every set" do
    question = described_class.condition(CATALOGUE, machine.symptom("hesitation"), "stone-cold")
    table = UpperBranch::Diagnosis::Compiled.for(machine).table(question)
    members = [Numo::Int32[0, 5, 9], Numo::Int32[table.sums.size - 1, 7, 12]]
    spread = table.distribution(members)
    expect((spread["yes"] + spread["no"]).to_a).to all(be_within(1e-12).of(1))
    expect(spread[:normal].to_a).to all(eq(0))
  end

  it "is told when it is there nearly always, and now and then when it is not" do
    question = described_class.symptom(machine.symptom("hesitation"))
    table = UpperBranch::Diagnosis::Compiled.for(machine).table(question)
    none = [Numo::Int32[table.sums.size - 1]]
    expect(table.likelihood("present", none)[0]).to be_within(1e-12).of(1 - (0.98 * 0.98)) # leak and false report
  end

  it "stops asking after five answers in a row, and goes on when something was done" do
    five = %w[ping run-on misfire fuel-smell poor-economy].map { |id| asked(id, "absent") }
    open = ->(*entries) { UpperBranch::Planning::Questions.new(job("car-two", seen("hesitation"), *entries)).open? }
    expect(open.call(*five.first(4))).to be true
    expect(open.call(*five)).to be false
    expect(open.call(*five, found("filter", "clean"))).to be true
    written = { "note" => { "text" => "x" }, "caution" => { "hazard" => "fuel-vapor" }, "engine" => { "power" => 40 },
                "wait" => { "for" => "soaking" }, "passed_over" => { "check" => "filter", "reason" => "no key" } }
    written.each { |kind, data| expect([kind, open.call(*five, [kind, data])]).to eq [kind, false] }
    nobody = %w[ping run-on misfire].map { |id| asked(id, "unknown") }
    expect(open.call(*nobody, found("filter", "clean"))).to be false
    expect(open.call(found("pump-parts", "hard-cup"), repaired("pump-cup"))).to be false
  end
end
