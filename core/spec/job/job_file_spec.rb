# frozen_string_literal: true

require "open3"
require "yaml"

RSpec.describe UpperBranch::Job::JobFile do
  def bin_trace(*arguments, input: "")
    Open3.capture3(File.expand_path("../../../bin/trace", __dir__), *arguments, stdin_data: input)
  end

  let(:example) { File.expand_path("../../../docs/examples/cider-press.yml", __dir__) }

  it "takes questions answered, reports of others, trials and what was left as it is" do
    job = described_class.job(CATALOGUE, <<~YAML)
      machine: {family: car-one}
      symptoms: [{id: hesitation}, {id: rough-idle, seen: unknown, asked: true}]
      conditions: [{symptom: hesitation, condition: stone-cold, answer: "yes"}]
      checks: [{id: shaft-play, outcome: worn, reported: the neighbor}]
      recreated: [{symptom: hesitation, way: loaded, shown: true}]
      waived: [{fault: shaft-worn, reason: sold as it is}]
    YAML
    expect(job.findings.map(&:kind)).to eq %i[symptom symptom condition check recreated]
    expect(job.complaint.size).to eq 1
    expect(job.defects.map(&:open?)).to eq [false]
  end

  it "takes a plan with its trials, and what a data log has shown" do
    job = described_class.job(CATALOGUE, <<~YAML)
      machine: {family: slide, plan: set-up, work: [filter-exhaust-changed]}
      symptoms: [{id: flat-mid, logged: {log: hill run, from: 12.5, to: 14}}]
      checks: [{id: intake-swap, outcome: no-change}]
      trials:
        - {setting: main-jet, from: 105, to: 112, result: better}
        - {setting: main-jet, from: 112, to: 115, result: right}
        - {setting: pilot, from: 40, to: 40, result: left}
    YAML
    expect(job.trials.map { |trial| [trial.setting, trial.stands, trial.result] }).to eq [
      ["main-jet", 112, "better"], ["main-jet", 115, "right"], ["pilot", 40, "left"]
    ]
    expect(job.findings.first.logged).to be true
    expect(job.repairs.map(&:id)).to eq ["main-too-small"]
    loose = { machine: { family: "slide" }, trials: [{ setting: "main-jet", from: 1, to: 2, result: "same" }] }
    expect { described_class.job(CATALOGUE, JSON.generate(loose)) }
      .to raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq "trials/0/setting" }
  end

  it "takes the rounds of a setting, before a repair and after it" do
    job = described_class.job(CATALOGUE, <<~YAML)
      machine: {family: car-one}
      repairs: [{id: screw-too-rich}]
      settings:
        - {loop: mixture-speed, values: {screw: 3, stop: 0.5, speed: 700}, goals: {speed: 650}}
        - {loop: mixture-speed, values: {screw: 1.5, stop: 0.5, speed: 690}, after_repair: 1}
    YAML
    expect(job.settings.map { |one| [one.told["screw"], one.round] }).to eq [[3, 0], [1.5, 1]]
    strange = { machine: { family: "car-one" }, settings: [{ loop: "bank", values: { speed: 700 } }] }
    expect { described_class.job(CATALOGUE, JSON.generate(strange)) }
      .to raise_error(UpperBranch::Invalid, /one of: .*mixture-speed/) { |e| expect(e.field).to eq "settings/0/loop" }
  end

  it "reads YAML and JSON alike" do
    from_yaml = described_class.job(CATALOGUE, File.read(example))
    from_json = described_class.job(CATALOGUE, JSON.generate(YAML.safe_load_file(example)))
    expect(trace(from_yaml)).to eq trace(from_json)
  end

  it "puts what was seen after a repair behind it" do
    job =
      described_class.job(
        CATALOGUE,
        JSON.generate(
          machine: {
            family: "car-one"
          },
          symptoms: [{ id: "hesitation" }, { id: "hesitation", seen: "absent", after_repair: 1 }],
          repairs: [{ id: "pump-cup" }]
        )
      )
    expect(job.findings.map { |finding| [finding.words.first, finding.round] }).to eq [["present", 0], ["absent", 1]]
  end

  {
    "{}" => "",
    '{"machine":{"family":"steam"}}' => "machine/family",
    '{"machine":{"family":"car-one"},"checks":[{"id":"pump-shot","outcome":"great"}]}' => "checks/0/outcomes",
    '{"machine":{"family":"car-one"},"checks":[{"id":"pump-shot"}]}' => "checks/0",
    '{"machine":{"family":"car-one"},"symptoms":[{"id":"hesitation","seen":"maybe"}]}' => "symptoms/0/seen",
    '{"machine":{"family":"car-one"},"symptoms":[{"id":"hesitation","after_repair":2}]}' => "symptoms/0/after_repair",
    "not: [a, job" => ""
  }.each do |text, field|
    it "names the place in #{text[0, 60]}" do
      expect { described_class.job(CATALOGUE, text) }.to raise_error(UpperBranch::Invalid) { |e|
        expect(e.field).to eq field
      }
    end
  end

  it "refuses a file without end" do
    expect { described_class.job(CATALOGUE, "#" * 1_000_001) }.to raise_error(UpperBranch::Invalid, /larger than/)
  end

  describe "bin/trace" do
    it "prints the whole trace as JSON: sets, every fault, part and circuit, the reasons and the next step" do
      out, _, status = bin_trace("--json", example)
      data = JSON.parse(out)
      expect(status.exitstatus).to eq 0
      expect(data["faults"].size).to eq UpperBranch::Workshop::Machine.new(CATALOGUE, family: "car-one").faults.size
      expect(data.keys).to include("sets", "parts", "circuits", "next", "neglected", "outside")
      expect(data["faults"].first["reasons"]["for"]).not_to be_empty
      expect(data["next"]["alternatives"]).not_to be_empty
    end

    it "prints text from standard input" do
      out, _, status = bin_trace("-", input: File.read(example))
      expect(status.exitstatus).to eq 0
      expect(out).to include("Leading sets", "pump-cup", "Next: gate")
    end

    it "exits 2 with one plain message, no stack trace, on bad input" do
      _, err, status =
        bin_trace(
          "-",
          input: '{"machine":{"family":"car-one"},"checks":[{"id":"fuel-pressure","reading":{"value":4,"unit":"rpm"}}]}'
        )
      expect(status.exitstatus).to eq 2
      expect(err).to eq "trace: checks/0/reading/unit: Pressure at idle is read in psi or kPa or bar, not in rpm\n"
      expect(bin_trace("/nowhere/at/all")[2].exitstatus).to eq 2
      expect(bin_trace("-", input: "\xFF\xFE\x00")[2].exitstatus).to eq 2
    end
  end
end
