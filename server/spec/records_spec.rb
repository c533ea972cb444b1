# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe "Records over HTTP" do
  def job_on(name, title, *entries, family: "small-float", **more)
    post_json "/api/v1/jobs",
              { id: SecureRandom.uuid, title: title, entries: [machine(family, name: name, **more), *entries] }
  end

  def put_json(path, body)
    header "Content-Type", "application/json"
    put path, JSON.generate(body)
    answer
  end

  def add(job, *entries)
    post_json("/api/v1/jobs/#{job['id']}/entries", { version: job["version"], entries: entries })
  end

  def found(query)
    get_json("/api/v1/records?#{URI.encode_www_form(query)}").fetch("jobs").map { |row| row["title"] }
  end

  let!(:pump) do
    job_on("Sprayer pump", "Pours from the vent", entry("symptom", symptom: "flood-vent", seen: "present"),
           entry("note", text: "the swollen seat fell out in two pieces"))
  end
  let!(:cutter) { job_on("Brush cutter", "Screams", family: "diaphragm") }

  describe "searching" do
    it "finds by any word that was told, whatever its ending, the last as a beginning" do
      expect(found(q: "swelling")).to eq []
      expect(found(q: "piece")).to eq ["Pours from the vent"]
      expect(found(q: "pouring vents")).to eq ["Pours from the vent"]
      expect(found(q: "swollen sea")).to eq ["Pours from the vent"]
      expect(found(q: "SPRAYER")).to eq ["Pours from the vent"]
      expect(found(q: "swollen cutter")).to eq []
      expect(found({})).to eq ["Screams", "Pours from the vent"]
    end

    it "says where the words stand, and how many there are" do
      page = get_json("/api/v1/records?q=swollen")
      assert_response_schema_confirm(200)
      expect(page["jobs"].first["parts"].find { |part| part["hit"] }["text"]).to eq "swollen"
      expect(page.values_at("total", "more", "next")).to eq [1, false, nil]
    end

    it "takes nothing that is typed for an operator" do
      ["a' | 'b", "!!!", "swollen & !seat", "<-> :*", "\\'", "%", "ß 🌿", "(" * 200].each do |typed|
        found(q: typed)
        expect(last_response.status).to eq(200), typed
      end
    end

    it "is forgotten of what was struck out" do
      struck = add(pump, entry("strike", entry: pump["entries"].last["id"]))
      expect(struck["version"]).to eq 4
      expect(found(q: "pieces")).to eq []
    end

    it "narrows by family, end, machine and day" do
      add(cutter, entry("close", as: "unproven", reason: "sold"))
      expect(found(family: "diaphragm")).to eq ["Screams"]
      expect(found(ended: "unproven")).to eq ["Screams"]
      expect(found(ended: "open")).to eq ["Pours from the vent"]
      machines = get_json("/api/v1/machines")["machines"]
      expect(found(machine: machines.last["id"])).to eq ["Pours from the vent"]
      today = Date.today
      expect(found(after: today - 1, before: today + 1).size).to eq 2
      expect(found(after: today + 2)).to eq []
      expect(found(before: today - 2)).to eq []
    end

    it "says at the field what it cannot be narrowed by" do
      { family: "steam", ended: "burnt", machine: "x", after: "yesterday", from: "-1" }.each do |field, value|
        get "/api/v1/records?#{field}=#{value}"
        expect([last_response.status, answer["errors"].first["field"]]).to eq [422, field.to_s]
      end
    end

    it "goes on page by page" do
      stub_const("UpperBranchServer::Store::Records::PAGE", 1)
      page = get_json("/api/v1/records")
      expect([page["jobs"].size, page["next"]]).to eq [1, 1]
      rest = get_json("/api/v1/records?from=1")
      expect([rest["jobs"].first["title"], rest["next"]]).to eq ["Pours from the vent", nil]
    end
  end

  describe "machines" do
    def machines(query = "") = get_json("/api/v1/machines#{query}")["machines"]
    def record(row) = get_json("/api/v1/machines/#{row['id']}")

    it "come to be with their jobs, one however its name is written" do
      job_on(" sprayer PUMP ", "Again")
      job_on("Sprayer pump", "Another kind", family: "diaphragm")
      job_on(nil, "No name").then { expect(last_response.status).to be >= 422 }
      rows = machines
      assert_response_schema_confirm(200)
      expect(rows.map { |row| row["called"] }).to eq ["Brush cutter", "Sprayer pump", "Sprayer pump"]
      expect(rows.map { |row| row.values_at("family", "jobs", "open") })
        .to contain_exactly(["diaphragm", 1, 1], ["diaphragm", 1, 1], ["small-float", 2, 2])
      expect(machines("?q=cut").size).to eq 1
      expect(machines("?family=small-float").size).to eq 1
    end

    it "are told from their visits: settings as left last, what was renewed, what is in doubt, curves side by side" do
      add(pump, entry("removed", part: "bowl-nut", condition: "doubt"),
          entry("repair", repair: "seat-swollen", left: { "float-height" => 14 }),
          entry("state", carburetor: "on"), entry("gate", gate: "fuel-out", safe: true),
          entry("setting", loop: "mixture-speed", values: { screw: 1.5, stop: 0.5, speed: 1700 }),
          entry("setting", loop: "mixture-speed", values: { screw: 1.75, stop: 0.5, speed: 1720 }))
      job_on("Sprayer pump", "Again", entry("repair", repair: "seat-swollen", left: { "float-height" => 15 }))
      told = record(machines.last)
      assert_response_schema_confirm(200)
      expect(told["set"].map { |row| row.values_at("name", "left") }).to include(["Float height", "15 mm"])
      expect(told["set"].map { |row| row["name"] }).to eq ["Float height", "Mixture and speed"]
      expect(told["renewed"].size).to eq 2
      expect(told["doubts"].map { |row| row["says"] }).to all(be_a(String))
      expect(told["curves"].first["curves"].first["curve"]["points"].size).to eq 2
      expect(told["visits"].map { |row| row["title"] }).to eq ["Again", "Pours from the vent"]
    end

    it "keep what the shop adds" do
      id = machines.last["id"]
      kept = put_json("/api/v1/machines/#{id}", { serial: " HB-7 ", owner: "The beekeeper", note: "" })
      assert_response_schema_confirm(200)
      expect(kept.values_at("serial", "owner", "note")).to eq ["HB-7", "The beekeeper", nil]
      expect(machines("?q=beekeeper").size).to eq 1
      put_json("/api/v1/machines/#{id}", { serial: "x" * 121 })
      expect([last_response.status, answer["errors"].first["field"]]).to eq [422, "serial"]
      put_json("/api/v1/machines/#{SecureRandom.uuid}", { serial: "1" })
      expect(last_response.status).to eq 404
    end

    it "are found for jobs stored before there were records, when the board is renewed" do
      database = ServerUnderTest.database
      database[:jobs].update(machine_id: nil, record: "", traced_version: 0)
      database[:machines].delete
      expect(UpperBranchServer::Projections::BoardRows.new(ServerUnderTest.store).renew).to eq 2
      expect(machines.size).to eq 2
      expect(found(q: "swollen")).to eq ["Pours from the vent"]
    end
  end
end
