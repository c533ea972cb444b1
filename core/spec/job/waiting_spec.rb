# frozen_string_literal: true

RSpec.describe "A job put aside" do
  let(:base) { job("car-one", seen("no-idle")) }

  def wait(known, **data)
    known.with({ "id" => "w#{known.entries.size}", "kind" => "wait", "data" => data.transform_keys(&:to_s) })
  end

  def refused(field, &block) = expect(&block).to(raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq field })

  it "says what it waits for and until when" do
    soaking = wait(base, for: "soaking", until: "2026-03-01T14:30:00Z", text: "in the blue can")
    expect(soaking.waiting.to_h).to include(for: "soaking", until: "2026-03-01T14:30:00Z", text: "in the blue can")
    expect(trace(soaking)[:waiting][:for]).to eq "soaking"
    expect(trace(base)[:waiting]).to be_nil
  end

  it "waits for one thing at a time, and for nothing when told so" do
    parts = wait(wait(base, for: "soaking"), for: "parts")
    expect(parts.waiting.for).to eq "parts"
    expect(wait(parts, for: "nothing").waiting).to be_nil
  end

  it "goes on being traced meanwhile, and waits for nothing once it is closed" do
    soaking = wait(base, for: "soaking")
    expect(next_step(soaking)[:kind]).to eq next_step(base)[:kind]
    closed =
      soaking.with({ "id" => "z", "kind" => "close", "data" => { "as" => "unproven", "reason" => "taken home" } })
    expect(closed.waiting).to be_nil
    refused("kind") { wait(closed, for: "parts") }
  end

  it "can be struck out like any entry" do
    soaking = wait(base, for: "soaking")
    expect(
      soaking.with({ "id" => "z", "kind" => "strike", "data" => { "entry" => soaking.entries.last["id"] } }).waiting
    ).to be_nil
  end

  it "is refused for what nobody waits for, and for a time that is none" do
    refused("for") { wait(base, for: "rain") }
    refused("until") { wait(base, for: "parts", until: "Thursday") }
  end
end
