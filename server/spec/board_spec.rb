# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe "The board over HTTP" do
  def job_called(title, *entries) = post_json("/api/v1/jobs", { id: SecureRandom.uuid, title: title, entries: [machine, *entries] })["id"]

  it "keeps the order the shop lays its jobs in" do
    ids = %w[First Second Third].map { |title| job_called(title) }
    expect(get_json("/api/v1/jobs")["order"]).to eq []
    post_json "/api/v1/board", { order: [ids[2], ids[0]] }
    assert_response_schema_confirm(200)
    expect(get_json("/api/v1/jobs")["order"]).to eq [ids[2], ids[0]]
    assert_response_schema_confirm(200)
  end

  it "refuses an order that is none" do
    [{ order: ["first"] }, { order: "abc" }, {}, { order: [], more: 1 }].each do |body|
      post_json "/api/v1/board", body
      expect(last_response.status).to eq 422
    end
    twice = SecureRandom.uuid
    post_json "/api/v1/board", { order: [twice, twice] }
    expect(last_response.status).to eq 422
  end

  it "shows what a job was put aside for, and no more once that is over" do
    id = job_called("Bowl", entry("wait", for: "soaking", until: "2030-01-01T10:00:00Z", text: "blue can"))
    row = ->(key) { get_json("/api/v1/jobs")["jobs"].first[key] }
    expect(row.call("waiting")).to eq("for" => "soaking", "until" => "2030-01-01T10:00:00Z", "text" => "blue can")
    post_json "/api/v1/jobs/#{id}/entries", { version: 2, entries: [entry("wait", for: "nothing")] }
    expect(row.call("waiting")).to be_nil
    post_json "/api/v1/jobs/#{id}/entries", { version: 3, entries: [entry("wait", for: "rain")] }
    expect(answer["errors"].first["field"]).to include("for")
  end

  it "shows jobs stored before there was anything to wait for" do
    id = job_called("Old")
    ServerUnderTest.database[:jobs].where(id: id).update(summary: Sequel.lit("summary - 'waiting'"))
    expect(get_json("/api/v1/jobs")["jobs"].first["waiting"]).to be_nil
    assert_response_schema_confirm(200)
  end

  it "ticks off what was put back, once" do
    id = job_called("Shot", entry("symptom", symptom: "hesitation", seen: "present"), entry("state", engine: "warm"), entry("check", check: "pump-shot", outcomes: ["weak"]))
    expect(get_json("/api/v1/jobs/#{id}")["trace"]["put_back"].first).to include("check" => "pump-shot", "items" => ["air cleaner"])
    post_json "/api/v1/jobs/#{id}/entries", { version: 4, entries: [entry("put_back", check: "pump-shot")] }
    expect(answer["trace"]["put_back"]).to be_empty
    post_json "/api/v1/jobs/#{id}/entries", { version: 5, entries: [entry("put_back", check: "pump-shot")] }
    expect(last_response.status).to eq 422
  end
end
