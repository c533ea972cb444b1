# frozen_string_literal: true

require_relative "server_helper"
require "csv"

RSpec.describe "Jobs as files" do
  def file(id) = get_json("/api/v1/jobs/#{id}/file.json")
  def take_in(data) = post_json("/api/v1/jobs/file", { text: data.is_a?(String) ? data : JSON.generate(data) })
  def field = answer["errors"].first["field"]

  # Out, the database emptied, and in again.
  def round_trip(id)
    out = file(id)
    ServerUnderTest.clean
    take_in(out)
    expect(last_response.status).to eq(200), last_response.body
    assert_response_schema_confirm(200)
    [out, file(id)]
  end

  it "come back to the letter, every job of the demo" do
    UpperBranchServer::Demo.load(ServerUnderTest.store, ServerUnderTest.database)
    ids = ServerUnderTest.database[:jobs].select_map(:id)
    files = ids.map { |id| file(id) }
    assert_response_schema_confirm(200)
    schema = JSONSchemer.schema(JSON.parse(File.read("docs/formats/job-entries.schema.json")), regexp_resolver: "ecma")
    traces = ids.map { |id| get_json("/api/v1/jobs/#{id}")["trace"] }
    ServerUnderTest.clean
    files.each { |one| take_in(one) }
    expect(ids.map { |id| file(id) }).to eq files
    expect(ids.map { |id| get_json("/api/v1/jobs/#{id}")["trace"] }).to eq traces
    expect(files.flat_map { |one| schema.validate(one).to_a }).to be_empty
    expect(files.size).to be > 8
  end

  # Whatever is entered, struck out or not, in whatever letters.
  it "come back to the letter, whatever is in them" do
    chance = Random.new(27)
    letters = ["a", "ß", "–", "🌿", '"', "\\", "\n", "0", " "]
    10.times do
      notes = Array.new(chance.rand(1..6)) do
        entry("note", text: "x#{Array.new(8) do
          letters.sample(random: chance)
        end.join}")
      end
      job = job_with(entry("symptom", symptom: "hesitation", seen: "present"), *notes)
      post_json("/api/v1/jobs/#{job['id']}/entries",
                { version: job["version"], entries: [entry("strike", entry: notes.first[:id])] })
      out, again = round_trip(job["id"])
      expect(again).to eq out
    end
  end

  it "may be taken in twice, but never over another job" do
    out = file(job_with(entry("note", text: "one"))["id"])
    take_in(out)
    expect(last_response.status).to eq 200
    other = out.merge("entries" => out["entries"].map { |one| one.merge("data" => one["data"].merge("text" => "two")) })
    take_in(other.merge("entries" => [out["entries"].first]))
    expect([last_response.status, answer["type"]]).to eq [409, "/problems/conflict"]
    expect(file(out["id"])).to eq out
  end

  it "say at the entry what cannot be taken in, and keep nothing of it" do
    out = file(job_with(entry("note", text: "one"))["id"])
    ServerUnderTest.clean
    first, note = out["entries"]
    {
      out.merge("entries" => [first, note.merge("kind" => "spell")]) => "entries/1/kind",
      out.merge("entries" => [first, note.merge("data" => {})]) => "entries/1/data",
      out.merge("entries" => [first, note.except("at")]) => "entries/1",
      out.merge("version" => 2) => "version",
      out.merge("entries" => []) => "entries"
    }.each do |data, place|
      take_in(data)
      expect([last_response.status, field]).to eq [422, place]
    end
    take_in("not json")
    expect(last_response.status).to eq 400
    lost = first.merge("data" => first["data"].merge("family" => "steam"))
    take_in(out.merge("entries" => [lost]))
    expect(last_response.status).to eq 422
    expect(ServerUnderTest.database[:jobs].count).to eq 0
  end

  # Of the shape of entries, but no job: it was never admitted anywhere.
  it "are no door for what makes no job, and keep nothing of it" do
    machine = entry("machine", family: "car-one")
    [
      [entry("note", text: "no machine")],
      [entry("repair", repair: "needle-worn"), machine],
      [machine, entry("strike", entry: machine[:id])],
      [entry("machine", family: "car-one", carburetors: 2)]
    ].each do |entries|
      rows = entries.map { |one| one.merge(at: "2026-11-01T10:00:00.000Z") }
      take_in({ format: "upper-branch-job-entries", version: 1, id: SecureRandom.uuid, title: "x", entries: rows })
      expect(last_response.status).to eq(422), "#{entries.map { |one| one[:kind] }}: #{last_response.body[0, 200]}"
      expect(answer["detail"]).not_to match(/undefined|nil|#</)
    end
    expect(ServerUnderTest.database[:jobs].count).to eq 0
  end

  it "hand out their readings as a table" do
    job = job_with(entry("check", check: "screw-count", reading: { value: 1.75, unit: "turns" }),
                   entry("note", text: "no reading"))
    get "/api/v1/jobs/#{job['id']}/readings.csv"
    table = CSV.parse(last_response.body, headers: true)
    expect(table.headers).to eq %w[at check place value unit words]
    expect(table.map { |row| row.to_h.except("at") }).to eq [
      { "check" => "screw-count", "place" => nil, "value" => "1.75", "unit" => "turns", "words" => "near-base" }
    ]
    expect(last_response.headers["content-disposition"]).to include "readings.csv"
  end
end
