# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe "The owner's sheet over HTTP" do
  let(:job) { job_with(entry("symptom", symptom: "flood-vent", seen: "present")) }
  let(:link) { post_json("/api/v1/jobs/#{job['id']}/owner-links", {}) }

  def answers(*rows, who: "Beekeeper", words: nil)
    looks = rows.map { |check, outcome| { id: SecureRandom.uuid, check: check, outcome: outcome } }
    { id: SecureRandom.uuid, who: who, answers: looks, words: words }.compact
  end

  def told = get_json("/api/v1/jobs/#{job['id']}")["trace"]["told"].map { |row| row["says"] }
  def refusal = [last_response.status, answer["type"].delete_prefix("/problems/")]

  it "holds safe looks only: nothing runs, is opened, or wants a tool" do
    CATALOGUE.families.each do |family|
      made = post_json("/api/v1/jobs",
                       { id: SecureRandom.uuid, title: "x", entries: [machine(family["id"], name: "It")] })
      sheet = get_json("/api/v1/jobs/#{made['id']}/owner-sheet")
      assert_response_schema_confirm(200)
      expect(sheet["rows"].size).to be >= 2
      sheet["rows"].each do |row|
        check = CATALOGUE.check(row["check"])
        expect([check.stage, check.states - %w[any S C]]).to match [/[AB]/, []]
        expect(check.hazards & %w[rotating open-line leak-spray compressed-air]).to be_empty
        expect(row["answers"].size).to be >= 2
      end
    end
  end

  it "opens by its code, however that is typed, and opens nothing else" do
    expect(link["code"]).to match(/\A[A-Z2-9]{4}-[A-Z2-9]{4}-[A-Z2-9]{4}\z/)
    assert_response_schema_confirm(201)
    sheet = get_json("/api/v1/owner/#{link['code'].downcase.delete('-')}")
    assert_response_schema_confirm(200)
    expect(sheet.keys).to contain_exactly("called", "family", "first", "rows", "footer", "closed")
    expect(ServerUnderTest.database[:owner_links].get(:code_sum)).not_to include link["code"].delete("-")
  end

  it "brings answers back as told, with who told them" do
    sent = answers(%w[wet-map vent], %w[linkage seats], who: " Beekeeper ", words: "it stood in the rain")
    post_json("/api/v1/owner/#{link['code']}", sent)
    assert_response_schema_confirm(200)
    expect(answer).to eq("taken" => 3)
    expect(told.last(3)).to eq ["Where is it wet: vent or air horn (reported by Beekeeper)",
                                "Throttle snaps back to its stop: seats by its own spring (reported by Beekeeper)",
                                "Beekeeper: it stood in the rain"]
    post_json("/api/v1/owner/#{link['code']}", sent)
    expect(told.size).to eq 4
  end

  # The shop has written since the sheet was read: twice, then no more.
  it "comes after what the shop writes at the same moment" do
    store = ServerUnderTest.store
    versions = 0
    allow(store).to receive(:add).and_wrap_original do |add, id, version, entries|
      versions += 1
      add.call(id, versions < 3 ? version - 1 : version, entries)
    end
    post_json("/api/v1/owner/#{link['code']}", answers(%w[wet-map dry]))
    expect([last_response.status, versions]).to eq [200, 3]
    expect(told.last).to eq "Where is it wet: dry (reported by Beekeeper)"
  end

  it "says when a code is wrong, has run out, or the job is over" do
    get_json("/api/v1/owner/AAAA-BBBB-CCCC")
    expect(refusal).to eq [404, "not-found"]
    code = link["code"]
    ServerUnderTest.database[:owner_links].update(expires_at: Time.now - 1)
    get_json("/api/v1/owner/#{code}")
    expect(refusal).to eq [410, "expired"]
    expect(answer["detail"]).to include("14 days: ask the shop")
    post_json("/api/v1/owner/#{code}", answers(%w[wet-map dry]))
    expect(refusal).to eq [410, "expired"]
    ServerUnderTest.database[:owner_links].update(expires_at: Time.now + 60)
    post_json("/api/v1/jobs/#{job['id']}/entries",
              { version: 2, entries: [entry("close", as: "unproven", reason: "sold")] })
    expect(get_json("/api/v1/owner/#{code}")["closed"]).to be true
    post_json("/api/v1/owner/#{code}", answers(%w[wet-map dry]))
    expect(refusal).to eq [422, "invalid"]
    post_json("/api/v1/jobs/#{SecureRandom.uuid}/owner-links", {})
    expect(refusal).to eq [404, "not-found"]
  end

  it "takes only what stands on it" do
    post_json("/api/v1/owner/#{link['code']}", answers(%w[wet-map purple]))
    expect(last_response.status).to eq 422
    post_json("/api/v1/owner/#{link['code']}", answers(%w[pump-shot none]))
    expect([last_response.status, answer["errors"].first["field"]]).to eq [422, "answers/0/check"]
    post_json("/api/v1/owner/#{link['code']}", answers(who: " "))
    expect([last_response.status, answer["errors"].first["field"]]).to eq [422, "who"]
  end
end
