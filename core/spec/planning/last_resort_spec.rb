# frozen_string_literal: true

RSpec.describe UpperBranch::Planning::LastResort do
  let(:worked) { job("car-one", seen("leak-outside")) }

  def repair(id) = UpperBranch::Workshop::Repairs.find(worked.machine, id)

  # chances: {repair id => chance that it mends all}
  def picked(chances, unprovable: [])
    rows = chances.map do |id, chance|
      UpperBranch::Planning::Lookahead::Repair.new(plan: repair(id), chance: chance, minutes: 60)
    end
    described_class.pick(worked, rows.reject { |row| unprovable.include?(row.plan.id) })&.plan&.id
  end

  it "takes what mends most a minute among those likely enough" do
    expect(picked({ "bowl-gasket" => 0.5, "fitting-leak" => 0.35 })).to eq "bowl-gasket"
    expect(picked({ "bowl-gasket" => 0.31, "fitting-leak" => 0.31 })).to eq "fitting-leak"
  end

  # A trifle of three minutes that is hardly ever the cause must not hide the likely work behind it.
  it "is not kept from likely work by a shorter one that is unlikely" do
    expect(repair("shaft-seep").minutes).to be < repair("bowl-gasket").minutes / 3
    expect(picked({ "shaft-seep" => 0.25, "bowl-gasket" => 0.5 })).to eq "bowl-gasket"
  end

  it "wants more chance for long work, and gives nothing where nothing is likely" do
    expect(repair("body-cracked").minutes).to be > CATALOGUE.scale["planning"]["long_repair"]
    expect(picked({ "body-cracked" => 0.5 })).to be_nil
    expect(picked({ "body-cracked" => 0.7 })).to eq "body-cracked"
    expect(picked({ "bowl-gasket" => 0.2 })).to be_nil
    expect(picked({})).to be_nil
  end
end
