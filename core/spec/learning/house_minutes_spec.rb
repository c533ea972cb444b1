# frozen_string_literal: true

RSpec.describe UpperBranch::Learning::HouseMinutes do
  it "goes down the list to the first check that shows it, ways included; all of it where none does" do
    asked = job("small-float", seen("no-start-cold"))
    list = UpperBranch::Planning::HouseOrder.new(asked) { 0 }.checks
    minutes = list.map { |check| described_class.of(asked, shown_only_at(asked, check)) if shown_only_at(asked, check) }
    expect(minutes.compact).to eq minutes.compact.sort
    expect(minutes.compact.uniq.size).to be > 2
    expect(described_class.of(asked, [])).to be >= minutes.compact.max
  end

  # A fault that this check shows plainly and none before it on the list does, or nil.
  def shown_only_at(job, check)
    before = UpperBranch::Planning::HouseOrder.new(job) { 0 }.checks.take_while { |one| one != check }
    plain = ->(fault, one) { job.machine.arrows.row(fault, one).values.sum > 0.2 }
    fault = job.machine.faults.find { |one| plain.call(one, check) && before.none? { |early| plain.call(one, early) } }
    fault && [fault.id]
  end
end
