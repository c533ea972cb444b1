# frozen_string_literal: true

# A machine entered again brings along what the first one held, also ids that were renamed or taken out since.
RSpec.describe UpperBranch::Job::Entries::Machine do
  def catalogue(renames)
    tables = JSON.parse(JSON.generate(UpperBranch::Catalogue::Loader.new(UpperBranch::Catalogue::DEFAULT).read))
    tables["renames"] = tables["renames"].merge(renames)
    UpperBranch::Catalogue.new(tables)
  end

  let(:known) do
    catalogue("features" => { "power-piston" => "power-valve" }, "tools" => { "spring lamp" => "strobe lamp" })
  end
  let(:data) do
    {
      "family" => "car-one",
      "features" => {
        "power-piston" => false,
        "afterburner" => true
      },
      "context" => {
        "moon" => "full"
      }
    }
  end
  let(:old) { UpperBranch::Job.replay(known, [{ "id" => "1", "kind" => "machine", "data" => data }]) }

  def again(**changes)
    old.with({ "id" => "2", "kind" => "machine", "data" => data.merge(changes.transform_keys(&:to_s)) })
  end

  it "reads renamed ids by their names of today and lets pass what this job has lost already" do
    expect(old.lost.map { |row| row[:says] }).to contain_exactly(/afterburner/, /moon/)
    job = again(name: "Cider press")
    expect(job.called).to eq "Cider press"
    expect(job.machine.features).not_to include("power-valve")
  end

  it "refuses an id that nobody ever knew, at its field" do
    expect { again(work: ["exorcism"]) }.to raise_error(UpperBranch::Invalid)
    fresh = UpperBranch::Job.new(known, [])
    strange = {
      "id" => "1",
      "kind" => "machine",
      "data" => {
        "family" => "car-one",
        "features" => {
          "afterburner" => true
        }
      }
    }
    expect { fresh.with(strange) }.to raise_error(UpperBranch::Invalid) do |e|
      expect(e.field).to eq "features/afterburner"
    end
  end

  it "keeps its family while findings stand" do
    found = old.with({ "id" => "2", "kind" => "symptom", "data" => { "symptom" => "hesitation", "seen" => "present" } })
    other = { "id" => "3", "kind" => "machine", "data" => { "family" => "slide" } }
    expect { found.with(other) }.to raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq "family" }
  end
end
