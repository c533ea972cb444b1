# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe "Earlier visits of a machine" do
  def job_on(name, *entries, family: "small-float", **more)
    post_json "/api/v1/jobs", { id: SecureRandom.uuid, title: "#{name} again",
                                entries: [machine(family, name: name, **more), *entries] }
  end

  def visits(job) = get_json("/api/v1/jobs/#{job['id']}/visits")["visits"]

  it "are told by the contract: the same name and family, the latest first, none that came later" do
    first = job_on("Sprayer pump", entry("symptom", symptom: "flood-vent", seen: "present"),
                   entry("repair", repair: "level-set-high", left: { "float-height" => 14 }))
    second = job_on("Sprayer pump")
    job_on("Sprayer pump", family: "diaphragm")
    job_on("Brush cutter")
    last = job_on("Sprayer pump")
    told = visits(last)
    assert_response_schema_confirm(200)
    expect(told.map { |row| row["id"] }).to eq [second["id"], first["id"]]
    expect(told.last).to include("done" => ["Float set too high: set the level"], "title" => "Sprayer pump again")
    expect(told.last["left"].first).to include("name" => "Float height", "value" => 14)
    expect(visits(first)).to eq []
  end

  it "are none for a machine without a name, nor for a job that is not there" do
    expect(visits(job_with)).to eq []
    get_json "/api/v1/jobs/#{SecureRandom.uuid}/visits"
    expect(last_response.status).to eq 404
  end
end
