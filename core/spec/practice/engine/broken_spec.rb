# frozen_string_literal: true

require_relative "../engine_talk"

# Faults as changes of sizes: their bounds, and what the trade says of the plainest of them.
RSpec.describe UpperBranch::Practice::Engine::Broken do
  include EngineTalk

  def broken(family, **faults) = build(family).with(faults.transform_keys { |id| id.to_s.tr("_", "-") })

  {
    ["main-jet-blocked", 1.2] => "How bad main-jet-blocked is goes from 0 (not at all) to 1 (at its worst)",
    ["main-jet-blocked", -0.1] => "How bad main-jet-blocked is goes from 0 (not at all) to 1 (at its worst)",
    ["bowl-gasket", 0.5] => "bowl-gasket cannot be shown on this engine: fuel outside only",
    ["H-in", 0.5] => "H-in cannot be shown on this engine: no such part in the simulation",
    ["gremlins", 0.5] => "No fault is called gremlins"
  }.each do |(id, severity), says|
    it "refuses #{id} at #{severity}" do
      expect { build("car-one").with({ id => severity }) }
        .to raise_error(UpperBranch::Invalid, says) { |error| expect(error.field).to eq "faults/#{id}" }
    end
  end

  it "changes nothing at no severity, and goes all the way evenly" do
    sound = build("car-one").values
    expect(broken("car-one", main_jet_blocked: 0).values).to eq sound
    half, worst = [0.5, 1.0].map { |bad| broken("car-one", main_jet_blocked: bad).values[:main_jet] }
    expect(sound[:main_jet] - half).to be_within(1e-12).of(half - worst)
  end

  it "takes several faults at once, on the same field too" do
    both = broken("car-one", base_leak: 0.5, hose_cracked: 0.5).values[:leak]
    alone = broken("car-one", base_leak: 0.5).values[:leak]
    expect(both).to be > alone
    expect(broken("car-one", base_leak: 1.0, level_set_low: 1.0).values).to include(level: be_within(1e-9).of(-0.007))
  end

  it "can put every fault that has a body into every engine, in each of its ways" do
    CATALOGUE.families.each do |family|
      machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: family["id"])
      bodies = machine.faults.map(&:id).reject { |id| build(family["id"]).broken(id).without }
      expect(bodies.size).to be > 45
      bodies.each do |id|
        build(family["id"]).broken(id).ways.each_index do |way|
          changed = build(family["id"]).with({ id => 1.0 }, way: way).values
          expect(changed.values.grep(Numeric)).to all(be_finite)
          expect(changed).not_to eq build(family["id"]).values
        end
      end
    end
  end

  # Common practice, no source, each: which way the plainest faults move what is read.
  {
    "main-jet-blocked" => %i[full_mixture up], "main-too-large" => %i[full_mixture down],
    "pilot-too-lean-now" => %i[idle_mixture up], "level-set-high" => %i[idle_mixture down],
    "base-leak" => %i[idle_vacuum down], "stop-too-fast" => %i[idle_speed up], "cap-blocked" => %i[end_mixture up],
    "throttle-short" => %i[full_torque down], "timing-late" => %i[full_torque down],
    "element-blocked" => %i[full_mixture down], "choke-stuck-open" => %i[cold_start up]
  }.each do |fault, (measure, way)|
    it "shows #{fault} in the #{measure.to_s.tr('_', ' ')}" do
      sound, ill = [build("car-one"), build("car-one").with({ fault => fault == "cap-blocked" ? 1 : 0.7 })].map do |one|
        UpperBranch::Practice::Engine::Examination.new(one).measures[measure.to_s]
      end
      expect(way == :up ? ill / sound : sound / ill).to be > 1.03
    end
  end
end
