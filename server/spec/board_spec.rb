# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe "The board over HTTP" do
  def job_called(title, *entries)
    post_json("/api/v1/jobs", { id: SecureRandom.uuid, title: title, entries: [machine, *entries] })["id"]
  end

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

  describe "with more jobs than a page holds" do
    def row(number, **more)
      summary = {
        machine: "Press #{number}",
        waits_for: number.even? ? "cold" : "repair",
        minutes: number,
        next: "Pump shot",
        leading: [{ name: "Cup_hard", probability: 0.5 }],
        waiting: nil
      }
      summary.merge!(more.delete(:summary) || {})
      {
        id: SecureRandom.uuid,
        title: "Job #{number}",
        catalogue: "x",
        version: 1,
        summary: Sequel.pg_jsonb(summary),
        updated_at: Time.now - number,
        closed_as: nil,
        **more
      }
    end

    let(:rows) do
      Array.new(70) { |i| row(i) } +
        Array.new(70) { |i| row(100 + i, closed_as: "proven", summary: { waits_for: "closed" }) }
    end

    before { ServerUnderTest.database[:jobs].multi_insert(rows) }

    def page(query) = get_json("/api/v1/jobs#{query}")
    def numbers(answer) = answer["jobs"].map { |one| one["minutes"] }

    it "gives the open ones first, page by page, each once, as the shop has laid them" do
      post_json "/api/v1/board", { order: [rows[65][:id], rows[3][:id]] }
      first = page("")
      assert_response_schema_confirm(200)
      expect([first["jobs"].size, first["next"], first["counts"]]).to eq [
        60,
        60,
        { "cold" => 35, "repair" => 35, "closed" => 70 }
      ]
      expect(numbers(first).first(4)).to eq [65, 3, 0, 1]
      second = page("?from=60")
      expect(second["next"]).to be_nil
      expect(numbers(first) + numbers(second)).to match_array((0...70).to_a)
    end

    it "gives the closed ones by themselves, and each lane with what was put aside" do
      expect(numbers(page("?state=closed")).first(2)).to eq [100, 101]
      expect(page("?state=closed")["counts"]).to eq("closed" => 70)
      ServerUnderTest.database[:jobs].where(id: rows[2][:id]).update(
        summary: Sequel.lit("summary || '{\"waiting\": {\"for\": \"soaking\", \"until\": \"2099-01-01T00:00:00Z\"}}'")
      )
      ServerUnderTest.database[:jobs].where(id: rows[4][:id]).update(
        summary: Sequel.lit("summary || '{\"waiting\": {\"for\": \"soaking\", \"until\": \"2001-01-01T00:00:00Z\"}}'")
      )
      expect(numbers(page("?waits=aside"))).to eq [2]
      expect(numbers(page("?waits=cold,describe"))).to eq((0...70).select(&:even?) - [2])
      expect(numbers(page("?state=waiting"))).to eq [2, 4]
    end

    it "searches every word on the card, as it is typed" do
      expect(numbers(page("?q=press+7"))).to eq [7, 17, 27, 37, 47, 57, 67]
      expect(numbers(page("?q=cup_hard+job+69"))).to eq [69]
      expect(page("?q=cup%25hard")["jobs"]).to be_empty
      expect(page("?q=probability")["jobs"]).to be_empty
    end
  end

  it "ticks off what was put back, once" do
    id =
      job_called(
        "Shot",
        entry("symptom", symptom: "hesitation", seen: "present"),
        entry("state", engine: "warm"),
        entry("check", check: "pump-shot", outcomes: ["weak"])
      )
    expect(get_json("/api/v1/jobs/#{id}")["trace"]["put_back"].first).to include(
      "checks" => [{ "id" => "pump-shot", "name" => "Pump shot" }],
      "items" => ["air cleaner"]
    )
    post_json "/api/v1/jobs/#{id}/entries", { version: 4, entries: [entry("put_back", check: "pump-shot")] }
    expect(answer["trace"]["put_back"]).to be_empty
    post_json "/api/v1/jobs/#{id}/entries", { version: 5, entries: [entry("put_back", check: "pump-shot")] }
    expect(last_response.status).to eq 422
  end
end
