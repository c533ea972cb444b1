# frozen_string_literal: true

RSpec.describe UpperBranch::Workshop::Schools do
  def with(entries, **schools)
    job("car-one", *entries, schools: schools.transform_keys { |key| key.to_s.tr("_", "-") })
  end

  it "takes the default of every topic that is left open" do
    machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: "car-one")
    expect(machine.schools.house?).to be false
    expect(machine.reading(machine.check("stop-turns"))["cuts"]).to eq [1.125, 2.125]
  end

  it "names a school that is none" do
    expect { with([], order: "by-mood") }.to raise_error(UpperBranch::Invalid) do |e|
      expect(e.field).to eq "schools/order"
    end
    expect { with([], weather: "fine") }.to raise_error(UpperBranch::Invalid)
  end

  it "judges the idle stop by the shop's own limit" do
    turned = [seen("screw-dead"), read("stop-turns", 1.25, "turns")]
    expect(with(turned).result("stop-turns").words).to eq ["one-to-two"]
    expect(with(turned, stop_limit: "one-and-a-half").result("stop-turns").words).to eq ["up-to-one"]
  end

  it "moves the odds between the needle and its seal" do
    flood = [seen("flood-vent"), found("tap-body", "no-change")]
    chance = ->(first) { posterior(with(flood, inlet_first: first)).now("seat-seal-bad") }
    expect(chance.call("seal-first")).to be > chance.call("needle-first") * 2
  end

  it "lifts the rule of spark and supply first for a shop that begins with the carburetor" do
    rough = [seen("flood-vent"), seen("rough-idle"), stands(engine: "warm")]
    held = lambda do |job|
      UpperBranch::Planning::NextStep
        .of(job, posterior(job))
        .options
        .select { |option| option.waits&.says.to_s.include?("cleared before") }
    end
    expect(held.call(with(rough))).not_to be_empty
    expect(held.call(with(rough, begin: "commonest-first"))).to be_empty
  end

  it "changes the steps of a check and the words of a repair" do
    machine = with([], leak_test: "smoke", needle_and_seat: "renew").machine
    expect(machine.schools.steps(machine.check("leak-spray")).join).to include("Smoke")
    plan = UpperBranch::Workshop::Repairs.find(machine, "needle-grit")
    expect(UpperBranch::Workshop::Repairs.words(machine, plan).text).to include("Renew needle and seat")
    expect(trace(with([seen("hesitation")], leak_test: "smoke"))[:machine][:schools]["leak-spray"][:tools]).to eq [
      "smoke machine"
    ]
  end

  # What is kept for all machines alike once carried the words of whoever came first.
  it "lends its words to no job of another shop, whichever comes first" do
    flooding = [seen("flood-vent"), found("tap-body", "stops-for-a-while")]
    texts = lambda do |**ways|
      row = next_step(with(flooding, **ways))
      (row[:repairs] + [row[:repair]].compact)
        .select { |plan| plan[:id] == "needle-grit" }
        .map { |plan| plan[:text] }
        .uniq
    end
    renewed = ["Renew needle and seat; find where the grit came from."]
    [%w[renew as-found], %w[as-found renew]].each do |order|
      stub_const("CATALOGUE", UpperBranch::Catalogue.load)
      seen = order.to_h { |way| [way, texts.call(needle_and_seat: way)] }
      expect(seen["renew"]).to eq renewed
      expect(seen["as-found"]).not_to eq renewed
      expect(seen["as-found"].size).to eq 1
    end
  end

  describe "the shop's fixed list" do
    let(:job_by_list) { with([seen("hesitation"), found("filter", "clean")], order: "house-list") }

    it "is followed in order where the shop wants it" do
      expect(next_step(job_by_list)[:check][:id]).to eq "points-plugs"
      expect(next_step(job_by_list)[:reason]).to start_with "Next on the shop's list."
    end

    it "marks what it wastes, and is shown beside the best odds too" do
      by_odds = next_step(with([seen("hesitation"), found("pump-shot", "none"), found("pump-parts", "nozzle-blocked")]))
      expect(by_odds[:house].map { |row| row[:id] }).to include("points-plugs", "pump-shot")
      expect(by_odds[:house].select { |row| row[:wasted] }.map { |row| row[:id] }).to include("leak-spray")
      expect(by_odds[:house].find { |row| row[:id] == "pump-shot" }[:done]).to be true
    end

    it "gives way to a repair of what was found" do
      found_it =
        with([seen("hesitation"), found("pump-shot", "none"), found("pump-parts", "hard-cup")], order: "house-list")
      expect(next_step(found_it)).to include(kind: :repair)
    end
  end
end
