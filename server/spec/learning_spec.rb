# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe "What closed jobs teach" do
  # A job that was water, with how long the look took.
  def water(took: 12)
    job = job_with(entry("symptom", symptom: "no-start-cold", seen: "present"),
                   entry("check", check: "fuel-quality", outcomes: ["water"], minutes: took),
                   entry("repair", repair: "water"), entry("check", check: "fuel-quality", outcomes: ["fresh"]),
                   entry("symptom", symptom: "no-start-cold", seen: "absent"))
    add(job, entry("close", as: "proven"))
  end

  def add(job, *entries) = post_json("/api/v1/jobs/#{job['id']}/entries", { version: job["version"], entries: entries })
  def learning = get_json("/api/v1/learning")
  def proposal(kind) = learning["proposals"].find { |row| row["kind"] == kind }

  def judge(one, verdict)
    post_json("/api/v1/learning/verdicts",
              { at: one["at"], verdict: verdict, version: get_json("/api/v1/knowledge")["version"] })
  end

  it "is nothing at first" do
    told = learning
    assert_schema_conform(200)
    expect(told).to include("left" => 0, "proposals" => [])
    expect(told["record"]).to include("jobs" => 0, "wrong" => [])
  end

  context "with eight jobs that were water" do
    before { 8.times { water } }

    it "says what was wrong, how well the first ranking spoke, and what paid" do
      told = learning["record"]
      assert_schema_conform(200)
      expect(told).to include("jobs" => 8, "known" => 8)
      expect(told["wrong"]).to eq [{ "id" => "water", "name" => "Water in the fuel", "seen" => 8, "of" => 8 }]
      expect(told["calibration"]["brier"]).to be_between(0, 2)
      expect(told["checks"].first).to include("id" => "fuel-quality", "times" => 8, "minutes" => 96, "moved" => 8)
      expect(told["minutes"]).to include("jobs" => 8, "found" => 12)
    end

    it "proposes, and once the lead takes it, it stands for everybody, signed as learned" do
      time = proposal("minutes")
      expect(time).to include("name" => "Fuel in a jar", "was" => 3, "becomes" => 12, "standing" => "open")
      judge(time, "taken")
      assert_schema_conform(200)
      expect(proposal("minutes")).to be_nil # it is what the tables say now
      expect(get_json("/api/v1/knowledge")["changes"].first).to include("source" => "learned", "value" => 12,
                                                                        "was" => 3)
      expect(ServerUnderTest.knowledge.catalogue.check("fuel-quality").minutes).to eq 12
    end

    it "counts jobs once, however often a rate is taken" do
      rate = proposal("rate")
      expect(rate).to include("name" => "Water in the fuel", "seen" => 8, "of" => 8)
      judge(rate, "taken")
      again = proposal("rate")
      expect(again).to include("standing" => "taken", "becomes" => rate["becomes"], "now" => rate["becomes"])
    end

    it "shows what a proposal would have made of past jobs" do
      told = post_json("/api/v1/learning/effect", { at: proposal("rate")["at"] })
      assert_schema_conform(200)
      expect(told).to include("jobs" => 8, "better" => 8, "worse" => 0)
      expect(told["brier"].last).to be < told["brier"].first
      post_json("/api/v1/learning/effect", { at: "/learned/rates/car-one/no-such" })
      expect(last_response.status).to eq 404
    end

    it "leaves what was declined until there is half as much again, and what was frozen for good" do
      rate = proposal("rate")
      judge(rate, "declined")
      expect(proposal("rate")["standing"]).to eq "declined"
      judge(proposal("minutes"), "frozen")
      4.times { water }
      expect(learning["proposals"].to_h { |row| [row["kind"], row["standing"]] })
        .to include("rate" => "open", "minutes" => "frozen")
      judge(proposal("minutes"), "open")
      expect(proposal("minutes")["standing"]).to eq "open"
    end
  end

  it "takes a job that is opened again out of the count" do
    job = water
    expect(learning["record"]["jobs"]).to eq 1
    add(job, entry("strike", entry: job["entries"].last["id"]))
    expect(learning["record"]["jobs"]).to eq 0
  end

  it "does without a job that cannot be reckoned, and says so in the journal" do
    2.times { water }
    allow(UpperBranch::Learning::ClosedJob).to receive(:of).and_wrap_original do |of, job|
      job.entries.size > 5 && !@once ? (@once = true) && raise("no such thing") : of.call(job)
    end
    told = nil
    expect { told = learning }.to output(/closed job/).to_stderr
    expect([told["left"], told["record"]["jobs"]]).to eq [0, 1]
  end

  it "keeps the first ranking as it was shown when the job was first counted" do
    water
    learning
    post_json("/api/v1/knowledge", { version: 0, reason: "much water here",
                                     changes: [{ at: "/learned/rates/car-one/water", value: 20 }] })
    water
    curve = learning["record"]["calibration"]
    expect(curve["jobs"]).to eq 2
    kept = ServerUnderTest.database[:closed_jobs].select_map(:ranked).map { |said| said["water"] }
    expect(kept.max).to be > 2 * kept.min
  end
end
