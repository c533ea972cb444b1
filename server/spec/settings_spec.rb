# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe "Setting loops over HTTP" do
  def loops(job) = get_json("/api/v1/jobs/#{job['id']}/settings")["loops"]

  def round(screw, speed, **more)
    entry("setting", loop: "mixture-speed", values: { screw: screw, stop: 0.5, speed: speed }, **more)
  end

  it "hand out every loop by the contract, and the next turn after each round" do
    job = job_with(round(1.5, 690, goals: { speed: 700 }))
    found = loops(job)
    assert_response_schema_confirm(200)
    expect(found.map { |row| row["id"] }).to eq %w[mixture-speed timing-vacuum-mixture float jet-trials]
    expect(found.first).to include("says" => "Mixture screw to 1.75 turns. Wait, then read.", "as" => "go")
    post_json("/api/v1/jobs/#{job['id']}/entries", { version: 2, entries: [round(1.75, 706)] })
    assert_response_schema_confirm(200)
    expect(answer["trace"]["settings"].first).to include("rounds" => 2, "settled" => false)
    expect(loops(job).first["curve"]["points"]).to eq [[1.5, 690.0], [1.75, 706.0]]
  end

  it "say at the field what cannot be" do
    job = job_with
    post_json("/api/v1/jobs/#{job['id']}/entries", { version: 1, entries: [round(99, 700)] })
    expect([last_response.status, answer["errors"].first["field"]]).to eq [422, "entries/0/data/values/screw"]
    get_json("/api/v1/jobs/#{SecureRandom.uuid}/settings")
    expect(last_response.status).to eq 404
  end

  it "stand in the demo, settled in the first visit" do
    UpperBranchServer::Demo.load(ServerUnderTest.store, ServerUnderTest.database)
    id = ServerUnderTest.database[:jobs].where(title: "Sprayer pump pours fuel from its vent").get(:id)
    report = get_json("/api/v1/jobs/#{id}/report")
    assert_response_schema_confirm(200)
    expect(report["settings"].first).to include("settled" => true, "rounds" => 5)
    get "/api/v1/jobs/#{id}/report.pdf"
    expect(last_response.status).to eq 200
  end
end
