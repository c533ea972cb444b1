# frozen_string_literal: true

# The limits of a job change by entries of their own: the machine is never entered again for them.
RSpec.describe UpperBranch::Job::Entries::Limits do
  let(:base) { job("car-one", seen("rough-idle"), stands(engine: "running")) }
  let(:card) { { "id" => "c1", "name" => "Press downdraft" } }

  def add(job, row) = job.with({ "id" => "x#{job.entries.size}", "kind" => row[0], "data" => row[1] })
  def own(cuts, check = "idle-speed") = ["limits", { "limits" => { check => { "cuts" => cuts, "from" => "job" } } }]

  def by_card(rows)
    ["limits", { "card" => card, "limits" => rows.transform_values { |cuts| { "cuts" => cuts, "from" => "card" } } }]
  end

  def standing(job, check = "idle-speed") = job.machine.limits.to_h[check].values_at(:cuts, :from)
  def refused(field, &block) = expect(&block).to(raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq field })

  it "put the job's own over what stood before, for readings from then on" do
    before = add(base, read("idle-speed", 850, "rpm"))
    after = add(before, own([600, 700]))
    expect(standing(after)).to eq [[600, 700], "job"]
    expect(after.findings.last.words).to eq ["in-spec"]
    expect(add(after, read("idle-speed", 850, "rpm")).findings.last.words).to eq ["high"]
  end

  it "take a card's limits in place of the card before, and leave the job's own standing" do
    first = add(base, by_card("idle-speed" => [650, 750], "fuel-pressure" => [3, 4]))
    mixed = add(first, own([2, 5], "fuel-pressure"))
    second =
      add(
        mixed,
        by_card("line-flow" => [1, 2]).tap do |row|
          row[1]["limits"] = { "idle-speed" => { "cuts" => [700, 800], "from" => "card" } }
        end
      )
    expect(standing(second)).to eq [[700, 800], "card"]
    expect(standing(second, "fuel-pressure")).to eq [[2, 5], "job"]
    expect(trace(second)[:machine][:card]).to eq card
    bare = add(second, ["limits", { "card" => card, "limits" => {} }])
    expect(standing(bare)).to eq [[500, 900], "trade"]
  end

  it "are struck out like any entry, and the machine stays what it is" do
    set = add(base, own([600, 700]))
    back = add(set, struck(set.entries.last["id"]))
    expect(standing(back)).to eq [[500, 900], "trade"]
    expect(back.machine.features).to eq base.machine.features
  end

  it "are refused at the field" do
    refused("limits/idle-speed/cuts") { add(base, own([900, 500])) }
    refused("limits/dowsing") { add(base, own([1], "dowsing")) }
    refused("limits") { add(base, ["limits", { "limits" => {} }]) }
    refused("limits/idle-speed/from") do
      add(base, ["limits", { "limits" => { "idle-speed" => { "cuts" => [1, 2], "from" => "card" } } }])
    end
  end
end
