# frozen_string_literal: true

require_relative "server_helper"

# Something fails at each stage of the write path. What was answered is compared with what is stored: an answer says
# that nothing was stored only where that is so, and nothing that fails after the commit makes a refusal of what is
# stored.
# Each request makes its own objects, so that stubs are of their classes.
# rubocop:disable-next RSpec/AnyInstance
RSpec.describe "Faults on the write path", :left_out do
  let(:id) { job_with["id"] }
  let(:note) { entry("note", text: "by hand") }

  def stored = ServerUnderTest.owner[:entries].where(id: note[:id]).any?
  def write = post_json("/api/v1/jobs/#{id}/entries", { version: 1, entries: [note] })

  def boom = RuntimeError.new("a mistake of ours")

  # Stage => [what fails, is it stored]
  before_commit = {
    "the contract" => [UpperBranchServer::Contract, :check],
    "the admission" => [UpperBranch::Job::Entries::Note, :admit],
    "reading the job" => [UpperBranchServer::Store::Jobs, :stored],
    "writing the rows" => [UpperBranchServer::Store::Jobs, :append]
  }
  after_commit = {
    "the replay of an entry" => [UpperBranch::Job::Entries::Note, :apply],
    "the posterior" => [UpperBranch::Diagnosis::Posterior, :finish],
    "the next step" => [UpperBranch::Planning::NextStep, :decide],
    "the ledger" => [UpperBranch::Diagnosis::Ledger, :moves],
    "the plain words of an entry" => [UpperBranch::Job::Entries::Note, :says]
  }

  before_commit.each do |stage, (where, method)|
    it "fails at #{stage}: not stored, and it says so or does not know" do
      id
      allow_any_instance_of(where).to receive(method).and_raise(boom)
      write
      expect(last_response.status).to eq 500
      RSpec::Mocks.space.reset_all
      expect(stored).to be false
      expect(answer["detail"]).to match(/Nothing of this was stored|not known whether/)
      write
      expect([last_response.status, stored]).to eq [200, true]
    end
  end

  after_commit.each do |stage, (where, method)|
    it "fails at #{stage}, which is asked for after the commit: stored, and answered so" do
      job_with(entry("symptom", symptom: "hesitation", seen: "present")).then { |made| @made = made["id"] }
      fail_after_commit(where, method)
      post_json "/api/v1/jobs/#{@made}/entries", { version: 2, entries: [note] }
      expect([last_response.status, stored]).to eq [200, true]
      expect(answer["entries"].map { |row| row["id"] }).to include note[:id]
      get_json "/api/v1/jobs/#{@made}"
      expect(last_response.status).to eq 200
      assert_response_schema_confirm(200)
    end
  end

  # The method fails, but not while the entry is being admitted.
  def fail_after_commit(where, method)
    broken = boom
    ServerUnderTest.knowledge.refresh
    allow(UpperBranchServer::Journal).to receive(:error)
    allow_any_instance_of(where).to receive(method).and_wrap_original do |original, *given|
      raise broken unless ServerUnderTest.database.in_transaction?

      original.call(*given)
    end
  end

  it "fails as the transaction is committed: it says that it is not known, and once more stores it once" do
    id
    allow(ServerUnderTest.database).to receive(:commit_transaction).and_wrap_original do |original, *given|
      original.call(*given)
      raise boom # the answer of the COMMIT is lost
    end
    write
    expect([last_response.status, stored]).to eq [500, true]
    expect(answer["detail"]).to include "not known whether"
    RSpec::Mocks.space.reset_all
    write
    expect(last_response.status).to eq 200
    expect(ServerUnderTest.owner[:entries].where(id: note[:id]).count).to eq 1
  end

  it "loses the database right after the commit: stored, and answered so" do
    id
    away = Sequel::DatabaseDisconnectError.new("gone")
    traces = UpperBranchServer::Projections::Traces
    allow_any_instance_of(traces).to receive(:stale).and_raise(away)
    allow_any_instance_of(UpperBranchServer::Store::Catalogues).to receive(:changes_since).and_raise(away)
    write
    expect([last_response.status, stored]).to eq [200, true]
    expect(answer["trace"]["missing"]).to eq []
  end

  it "a number that JSON does not have comes out: that part is missing, the job is there" do
    id
    allow_any_instance_of(UpperBranch::Diagnosis::Posterior).to receive(:outside).and_return(Float::NAN)
    write
    expect([last_response.status, stored, answer["trace"]["missing"]]).to eq [200, true, ["suspects"]]
  end

  it "a job that nobody can compute can be read, struck out and exported" do
    allow_any_instance_of(UpperBranch::Diagnosis::Posterior).to receive(:finish).and_raise(boom)
    allow_any_instance_of(UpperBranch::Job::Entries::Note).to receive(:says).and_raise(boom)
    made = job_with(note)["id"]
    get_json "/api/v1/jobs/#{made}"
    expect(last_response.status).to eq 200
    expect(answer["trace"]).to include("missing" => a_collection_including("suspects", "the next step"),
                                       "told" => [a_hash_including("says" => "Entry of the kind note")])
    post_json "/api/v1/jobs/#{made}/entries", { version: 2, entries: [entry("strike", entry: note[:id])] }
    expect([last_response.status, answer["trace"]["told"].last["struck"]]).to eq [200, true]
    get "/api/v1/jobs/#{made}/file.json"
    expect([last_response.status, answer["entries"].size]).to eq [200, 3]
    get "/api/v1/jobs/#{made}/readings.csv"
    expect(last_response.status).to eq 200
  end

  it "the machine entry of a job is not struck out, which would leave nothing to trace on" do
    made = job_with
    post_json "/api/v1/jobs/#{made['id']}/entries",
              { version: 1, entries: [entry("strike", entry: made["entries"].first["id"])] }
    expect([last_response.status, answer["detail"]]).to match [422, /enter the machine anew/]
  end

  it "reading fails: it says that nothing was changed" do
    id
    allow_any_instance_of(UpperBranchServer::Store::Jobs).to receive(:find).and_raise(boom)
    get_json "/api/v1/jobs/#{id}"
    expect([last_response.status, answer["detail"]]).to match [500, /Nothing was changed/]
  end

  it "a file of a job that cannot be computed is not taken in" do
    get "/api/v1/jobs/#{job_with(note)['id']}/file.json"
    text = last_response.body.sub(answer["id"], SecureRandom.uuid)
    allow_any_instance_of(UpperBranch::Diagnosis::Posterior).to receive(:finish).and_raise(boom)
    post_json "/api/v1/jobs/file", { text: text }
    expect([last_response.status, ServerUnderTest.owner[:jobs].count]).to eq [422, 1]
    expect(answer["detail"]).to include "was not taken in"
  end
end
