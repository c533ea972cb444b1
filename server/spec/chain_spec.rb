# frozen_string_literal: true

require_relative "server_helper"

# Who wrote what, and that nobody changed it since. SHA-256 by another library than the one that made the sums: the
# standard's own example first (FIPS 180-4, "abc").
RSpec.describe "The record of a job" do
  let(:owner) { ServerUnderTest.owner }
  let(:job) { job_with(entry("note", text: "First"), entry("note", text: "Zweite – µ")) }

  def chain = ServerUnderTest.store.chain
  def sums = ServerUnderTest.database[:entries].order(:sequence).select_map(:sum)

  # As somebody who owns the tables could.
  def tamper(sql)
    owner.transaction do
      owner.run("ALTER TABLE entries DISABLE TRIGGER USER; #{sql}; ALTER TABLE entries ENABLE TRIGGER USER")
    end
  end

  it "is signed by who was at the bench, and comes back so" do
    signed = entry("note", text: "By hand").merge(by: "Ines")
    post_json "/api/v1/jobs/#{job['id']}/entries", { version: 3, entries: [signed, entry("note", text: "Nobody")] }
    assert_response_schema_confirm(200)
    expect(answer["entries"].map { |row| row["by"] }).to eq [nil, nil, nil, "Ines", nil]
    post_json "/api/v1/jobs/#{job['id']}/entries", { version: 5, entries: [signed.merge(by: "Somebody else")] }
    expect(answer["entries"][3]["by"]).to eq "Ines"
    [" ", "x" * 81, "two\nlines", 7].each do |by|
      post_json "/api/v1/jobs/#{job['id']}/entries",
                { version: 5, entries: [entry("note", text: "x").merge(by: by)] }
      expect(last_response.status).to eq 422
      expect(answer["errors"].first["field"]).to eq "entries/0/by"
    end
  end

  it "is chained: each sum holds the one before it" do
    expect(Digest::SHA256.hexdigest("abc")).to eq "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad"
    job
    before = ""
    rows = owner.fetch("SELECT *, data::text AS written, (extract(epoch FROM at) * 1000000)::bigint AS micros " \
                       "FROM entries ORDER BY sequence")
    rows.each do |row|
      told = [before, *row.values_at(:job_id, :sequence, :id, :kind, :written, :micros), row[:by].to_s].join("\n")
      expect(row[:sum]).to eq(before = Digest::SHA256.hexdigest(told))
    end
    expect(chain.broken).to be_empty
    expect(chain.heads).to eq(job["id"] => [3, before])
  end

  it "shows an entry that was changed, left out, exchanged, or cut off at the end" do
    other = job_with(entry("note", text: "Other"))
    at = "job_id = '#{job['id']}' AND sequence ="
    {
      "UPDATE entries SET data = '{\"text\": \"Never\"}' WHERE #{at} 2" => 2,
      "UPDATE entries SET by = 'Me' WHERE #{at} 1" => 1,
      "UPDATE entries SET at = at + interval '1 second' WHERE #{at} 3" => 3,
      "DELETE FROM entries WHERE #{at} 2" => 3,
      "DELETE FROM entries WHERE #{at} 3" => 3,
      "UPDATE entries SET sequence = 9 WHERE #{at} 2; UPDATE entries SET sequence = 2 WHERE #{at} 3" => 2
    }.each do |sql, where|
      owner.transaction(rollback: :always) do
        owner.run("ALTER TABLE entries DISABLE TRIGGER USER; #{sql}")
        broken = UpperBranchServer::Store::Chain.new(owner).broken
        expect(broken.map { |row| row[:job_id] }.uniq).to eq([job["id"]]), sql
        expect(broken.map { |row| row[:sequence] }.min).to eq(where), sql
      end
    end
    expect(chain.broken([other["id"]])).to be_empty
  end

  it "cannot be changed, deleted, emptied or rebuilt by the app" do
    job
    app = ServerUnderTest.database
    ["UPDATE entries SET kind = 'note'", "DELETE FROM entries", "TRUNCATE entries CASCADE", "DROP TABLE entries",
     "ALTER TABLE entries DISABLE TRIGGER USER", "CREATE TABLE mine (id int)", "UPDATE schema_info SET version = 1",
     "CREATE ROLE mine"].each do |sql|
      expect { app.run(sql) }.to raise_error(Sequel::DatabaseError, /permission denied|must be owner/), sql
    end
    expect { owner.run("TRUNCATE entries CASCADE") }.to raise_error(Sequel::DatabaseError, /strike them out/)
    expect { owner.run("DELETE FROM entries") }.to raise_error(Sequel::DatabaseError, /strike them out/)
    expect { owner[:entries].insert(job_id: job["id"], sequence: 9, id: SecureRandom.uuid, kind: "note", data: "{}") }
      .to raise_error(Sequel::DatabaseError, /follows none/)
  end

  it "a statement that takes too long is ended, and said so" do
    app = ServerUnderTest.database
    app.transaction do
      app.run("SET LOCAL statement_timeout = '50ms'")
      expect { app.get(Sequel.function(:pg_sleep, 5)) }.to raise_error(Sequel::DatabaseError) { |e|
        expect(UpperBranchServer::DatabaseProblem.of(e).status).to eq 503
      }
      raise Sequel::Rollback
    end
    expect(app.fetch("SHOW statement_timeout").single_value).to eq "10s"
  end
end
