# frozen_string_literal: true

# Entries of what is asked, made to happen again, made safe, left as it is, and reported by others.
RSpec.describe "Entries of evidence and safety" do
  let(:hesitating) { live_job("car-one", seen("hesitation")) }

  def add(job, entry) = job.with({ "id" => (job.entries.size + 1).to_s, "kind" => entry[0], "data" => entry[1] })

  def refused(field, &)
    expect(&).to raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq field }
  end

  it "takes that nobody knows, and what was only answered is no complaint" do
    job = add(add(hesitating, asked("rough-idle", "present")), asked("ping", "unknown"))
    expect(job.complaint.map(&:id)).to eq ["hesitation"]
    expect(job.symptom("ping")).to eq "unknown"
    expect(posterior(job).evidence.size).to eq 2
    refused("seen") { add(hesitating, asked("ping", "perhaps")) }
  end

  it "asks for a condition only of what was told, and says the answer" do
    job = add(hesitating, when_asked("hesitation", "stone-cold", "yes"))
    expect(job.findings.last.says(CATALOGUE)).to eq "A hole the instant the throttle opens, then goes, stone cold: yes"
    refused("symptom") { add(hesitating, when_asked("run-on", "stone-cold", "yes")) }
    refused("condition") { add(hesitating, when_asked("hesitation", "at-dawn", "yes")) }
    refused("answer") { add(hesitating, when_asked("hesitation", "stone-cold", "often")) }
  end

  it "makes a complaint happen again: minutes, a warm engine, and cold only on a cold one" do
    job = add(hesitating, recreated("hesitation", "loaded", true))
    expect(job.minutes).to be > hesitating.minutes + 8
    expect(job.state.engine).to eq "warm"
    refused("way") { add(job, recreated("hesitation", "cold-tomorrow", true)) }
    refused("way") { add(job, recreated("hesitation", "moon-light", true)) }
    refused("symptom") { add(hesitating, recreated("run-on", "loaded", true)) }
    expect(add(hesitating, recreated("hesitation", "owner-sheet", false)).state.engine).to eq "cold"
  end

  it "believes a complaint more when it was shown again, and keeps it when it was not" do
    told = posterior(hesitating).now("advance-stuck")
    shown = posterior(add(hesitating, recreated("hesitation", "loaded", true))).now("advance-stuck")
    not_shown = posterior(add(hesitating, recreated("hesitation", "loaded", false))).now("advance-stuck")
    expect(shown).to be > told
    expect(not_shown).to be_between(told * 0.5, told)
  end

  it "leaves a defect as it is only with a reason, and only one that was found" do
    found_it = add(hesitating, found("shaft-play", "worn"))
    refused("reason") { add(found_it, waived("shaft-worn", " ")) }
    refused("fault") { add(found_it, waived("pump-cup")) }
    expect(add(found_it, waived("shaft-worn")).defects.map(&:open?)).to eq [false]
  end

  it "keeps a defect until its repair, and finds it anew when it is seen again after that" do
    mended = add(add(hesitating, found("filter", "reversed")), repaired("filter-reversed"))
    expect(mended.defects.map(&:open?)).to eq [false]
    again = add(mended, found("filter", "reversed"))
    expect(again.defects.last.open?).to be true
    expect(posterior(again).now("filter-reversed")).to be > 0.99
  end

  it "says of a defect by which later look it was denied" do
    denied = add(add(hesitating, found("filter", "reversed")), found("filter", "clean"))
    expect(denied.defects.first.denied).to eq "4"
    expect(UpperBranch::Views::Defects.of(denied).first[:status]).to eq "contradicted"
  end

  it "knows the gates of the catalogue, and takes only that it is done" do
    refused("gate") { add(hesitating, safe("moat")) }
    refused("safe") { add(hesitating, ["gate", { "gate" => "fuel-out", "safe" => false }]) }
  end

  it "counts what somebody else reports like a look, at no cost, and whatever this bench may do itself" do
    plane = live_job("aero-updraft", seen("runs-rich"))
    reported_it = add(plane, reported("float-shake", "Valley Avionics", "fuel-inside"))
    expect(reported_it.minutes).to eq plane.minutes
    expect(reported_it.state).to eq plane.state
    expect(posterior(reported_it).now("float-sunk")).to be > 0.99
    expect(reported_it.all.last.says(reported_it)).to include("(reported by Valley Avionics)")
    refused("reported") { add(plane, reported("float-shake", " ", "fuel-inside")) }
  end

  it "costs a minute to write a trial down that has cured it" do
    saw = live_job("diaphragm", seen("hesitation"))
    tried = add(saw, found("L-response", "better-out"))
    expect(add(tried, repaired("L-in")).minutes - tried.minutes).to eq 1
  end

  # A layman's word is often wrong, a logger's seldom: what a log shows is an occurrence that was seen.
  it "believes what a log has shown more than what a layman tells of the same" do
    lay = CATALOGUE.symptoms.find { |symptom| symptom.told_falsely > 0.1 && symptom.id == "hesitation" } ||
          CATALOGUE.symptoms.find { |symptom| symptom.told_falsely > 0.1 && !symptom.healthy? }
    told, logged = [{}, { "logged" => { "log" => "road.csv", "from" => 60.1, "to" => 61.0 } }].map do |more|
      posterior(job("car-one", ["symptom", { "symptom" => lay.id, "seen" => "present", **more }]))
    end
    most = told.all_now.max_by(&:last).first
    expect(logged.now(most)).to be > told.now(most)
    expect(logged.outside).to be_between(0, 0.1)
  end
end
