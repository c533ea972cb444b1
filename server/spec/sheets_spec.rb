# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe "Work sheets over HTTP" do
  def sheet(job, repair, query = "") = get_json("/api/v1/jobs/#{job['id']}/sheets/#{repair}#{query}")
  def field = answer["errors"].first["field"]
  def id = SecureRandom.uuid

  def job_on(family, *entries, **more)
    entries = [machine(family, **more), *entries]
    post_json "/api/v1/jobs", { id: id, title: "Frost fan", entries: entries }
  end

  it "hands out the sheet of a repair by the contract, with the figures of the card" do
    card = post_json("/api/v1/cards", {
                       name: "Frost fan", family: "four-valve", figures: [
                         { item: "air-valve-preload", low: 0.625, unit: "turns", source: "made up", date: "2026-11-01" }
                       ]
                     })
    job = job_on("four-valve", card: { id: card["id"], name: "Frost fan" })
    found = sheet(job, "airvalve-slack")
    assert_response_schema_confirm(200)
    steps = found["sections"].flat_map { |section| section["steps"] }
    expect(steps.map { |step| step["do"] }.join(" ")).to include("then tight by 0.625 turns")
    expect(found["left"].first).to include("figure" => "preload", "wanted" => "0.625 turns")
  end

  it "says at the field what has no sheet here" do
    job = job_on("aero-updraft")
    sheet(job, "seat-swollen")
    expect([last_response.status, field]).to eq [422, "repair"]
    expect(answer["detail"]).to include("not found on this machine")
    sheet(job_on("cv", carburetors: 2), "idle-jet-blocked", "?place=7")
    expect([last_response.status, field]).to eq [422, "place"]
    sheet({ "id" => id }, "seat-swollen")
    expect(last_response.status).to eq 404
  end

  it "comes with the step where it is time to mend, and keeps what was left set" do
    job = job_on("small-float", entry("state", engine: "cold", carburetor: "open"),
                 entry("check", check: "seat-look", outcomes: ["swollen"]))
    assert_response_schema_confirm(201)
    mend = job["trace"]["next"]["repair"]
    expect(mend["sheet"]).to include("repair" => "seat-swollen", "state" => "open")
    add = lambda do |left|
      post_json("/api/v1/jobs/#{job['id']}/entries", {
                  version: job["version"],
                  entries: [{ id: id, kind: "repair",
                              data: { repair: "seat-swollen", left: left, undone: ["back:secure"] } }]
                })
    end
    add.call({ "wings" => 2 })
    expect([last_response.status, field]).to eq [422, "entries/0/data/left/wings"]
    done = add.call({ "float-height" => 13.5 })["trace"]["repairs"].first
    assert_response_schema_confirm(200)
    left = { "figure" => "float-height", "name" => "Float height", "value" => 13.5, "unit" => "mm" }
    expect(done["left"]).to eq [left]
    expect(done["undone"]).to eq ["back:secure"]
  end
end
