# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe "Data logs over HTTP" do
  def logs = ServerUnderTest.store.logs
  def table = ServerUnderTest.database[:logs]
  def left_behind = Dir["#{Dir.tmpdir}/upper-branch-log*"]

  def send_csv(text, name = "log")
    header "Content-Type", "text/csv"
    post "/api/v1/logs?name=#{name}", text
    answer
  end

  it "read a sample in the background and offer what they found" do
    post_json "/api/v1/logs", { sample: "fruit-lorry-road" }
    expect(last_response.status).to eq 202
    logs.settle
    found = get_json("/api/v1/logs/#{answer['id']}")
    assert_response_schema_confirm(200)
    expect(found["reading"]["events"].map { |event| event["kind"] }).to include("hesitation")
    expect(found["progress"]).to eq 1
  end

  it "say row and column of a broken file" do
    sent = send_csv("Time (s),RPM\n#{(1..60).map { |i| "#{i},fast" }.join("\n")}\n", "bad")
    logs.settle
    expect(get_json("/api/v1/logs/#{sent['id']}")["problem"]["field"]).to eq "row 2, column RPM"
  end

  it "refuse a file over 50 MB, and leave none lying about, even when it cannot be noted down" do
    stub_const("UpperBranchServer::Store::Logs::LIMIT", 1000)
    before = left_behind
    send_csv("x" * 2000)
    expect(last_response.status).to eq 413
    allow(logs).to receive(:start).and_raise(Sequel::DatabaseError, "gone")
    expect { send_csv("time,rpm\n") }.to output(/gone/).to_stderr
    expect(last_response.status).to be >= 500
    expect(left_behind).to eq before
  end

  it "say that reading was interrupted when its reader gives no sign any more" do
    id = SecureRandom.uuid
    table.insert(id: id, name: "half", progress: 0.4, beat_at: Time.now - 60)
    expect(get_json("/api/v1/logs/#{id}")["problem"]["detail"]).to include("Send it again")
    table.where(id: id).update(beat_at: Time.now)
    expect(get_json("/api/v1/logs/#{id}")["problem"]).to be_nil
  end

  it "are marked at once when the server starts again, those read or still being read elsewhere left alone" do
    read, cut, alive = Array.new(3) { SecureRandom.uuid }
    table.insert(id: read, name: "read", progress: 1, reading: Sequel.pg_jsonb({}), beat_at: Time.now - 60)
    table.insert(id: cut, name: "cut", progress: 0.4, beat_at: Time.now - 4)
    table.insert(id: alive, name: "alive", progress: 0.4, beat_at: Time.now)
    logs.mark_interrupted
    expect(table.exclude(problem: nil).select_map(:id)).to eq [cut]
  end

  it "keep the newest when the clock was set back" do
    40.times do |i|
      table.insert(
        id: SecureRandom.uuid,
        name: "log #{i}",
        progress: 1,
        reading: Sequel.pg_jsonb({}),
        created_at: Time.now + 86_400
      )
    end
    sent = send_csv("time,rpm\n0,800\n1,810\n2,820\n", "newest")
    logs.settle
    expect(get_json("/api/v1/logs")["logs"].map { |row| row["name"] }.first(2)).to eq ["newest", "log 39"]
    expect(get_json("/api/v1/logs/#{sent['id']}")["reading"]["rows"]).to eq 3
  end

  it "wait in a queue of ten, and the eleventh is asked to come again" do
    10.times { |i| table.insert(id: SecureRandom.uuid, name: "log #{i}") }
    refused = send_csv("time,rpm\n0,800\n")
    expect([last_response.status, refused["type"]]).to eq [429, "/problems/busy"]
    assert_response_schema_confirm(429)
    table.update(beat_at: Time.now - 60)
    send_csv("time,rpm\n0,800\n")
    expect(last_response.status).to eq 202
    logs.settle
  end

  it "give up a reader that takes too long, and say so" do
    slow = UpperBranchServer::Store::Logs.new(ServerUnderTest.database, patience: 0.01)
    taken = nil
    expect do
      taken = slow.take("slow", StringIO.new("time,rpm\n0,800\n"))
      slow.settle
    end.to output(/longer than it may/).to_stderr
    expect(slow.find(taken[:id])[:problem]["detail"]).to include("too long")
  end

  it "give a reader so much memory and no more" do
    stub_const("UpperBranchServer::LogReader::MEMORY", 30 * 1024 * 1024)
    sent = nil
    expect do
      sent = send_csv("time,rpm\n0,800\n")
      logs.settle
    end.to output(/without an answer/).to_stderr
    expect(get_json("/api/v1/logs/#{sent['id']}")["problem"]["field"]).to eq "file"
  end
end
