# frozen_string_literal: true

require_relative "server_helper"
require "socket"

# A page that listens, without a browser: what it was told so far, event by event.
class PageThatListens
  def initialize(hub, job: nil, name: nil)
    @mine, theirs = UNIXSocket.pair
    @joined = hub.join(theirs, job: job, name: name)
    @told = +""
  end

  attr_reader :joined

  # Waits until such an event has come; its data. Raises after twenty seconds.
  def wait_for(event)
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + 20
    loop do
      found = events.reverse.find { |name, told| name == event && (!block_given? || yield(told)) }
      return found.last if found
      raise "no #{event} in #{@told.inspect}" if Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline

      @told << @mine.read_nonblock(65_536) if @mine.wait_readable(0.1)
    end
  end

  def events = @told.scan(/^event: (\w+)\ndata: (.*)$/).map { |name, told| [name, JSON.parse(told)] }
  def raw = @told
  def leave = @mine.close
end

# Two benches at one job: what one writes is told to the other within a second, over whichever process.
RSpec.describe UpperBranchServer::Live do
  let(:hubs) { Array.new(2) { described_class::Hub.new(ServerUnderTest.database) } } # two processes
  let(:job) { job_with }

  after { hubs.each(&:stop) }

  def write(*entries)
    post_json "/api/v1/jobs/#{job['id']}/entries", { version: answer_version, entries: entries }
  end

  def answer_version = get_json("/api/v1/jobs/#{job['id']}")["version"]

  it "tells every page of the job, and the board, that it has gone on" do
    pages = [PageThatListens.new(hubs[0], job: job["id"]), PageThatListens.new(hubs[1], job: job["id"]),
             PageThatListens.new(hubs[1])]
    other = PageThatListens.new(hubs[0], job: SecureRandom.uuid)
    [*pages, other].each { |page| page.wait_for("again") }
    write(entry("note", text: "x").merge(by: "Ines"))
    told = pages.map { |page| page.wait_for("job") }
    expect(told).to all(eq("job" => job["id"], "version" => 2, "by" => "Ines"))
    expect(other.events.map(&:first)).not_to include "job"
    expect(pages.first.raw).to start_with("HTTP/1.1 200 OK\r\ncontent-type: text/event-stream")
  end

  it "says who else looks at it, and that they have gone" do
    ines = PageThatListens.new(hubs[0], job: job["id"], name: "Ines")
    jo = PageThatListens.new(hubs[1], job: job["id"], name: "Jo")
    expect(ines.wait_for("looking") { |told| told["names"].any? }).to eq("names" => ["Jo"])
    expect(jo.wait_for("looking") { |told| told["names"].any? }).to eq("names" => ["Ines"])
    before = ines.events.size
    jo.leave
    # Told anew, not at first.
    ines.wait_for("looking") { ines.events.size > before && ines.events.last == ["looking", { "names" => [] }] }
    expect(ServerUnderTest.database[:lookers].select_map(:name)).to eq ["Ines"]
  end

  it "asks anew after PostgreSQL was away" do
    cut_off = UpperBranchServer.connect(ServerUnderTest.app_url, limits: "SET application_name = 'cut off'")
    hubs << described_class::Hub.new(cut_off)
    page = PageThatListens.new(hubs.last, job: job["id"])
    page.wait_for("looking")
    ServerUnderTest.owner.run("SELECT pg_terminate_backend(pid) FROM pg_stat_activity " \
                              "WHERE application_name = 'cut off'")
    page.wait_for("again") { page.events.count { |name, _| name == "again" } == 2 }
    write(entry("note", text: "x"))
    expect(page.wait_for("job")["version"]).to eq 2
  ensure
    hubs.each(&:stop)
    cut_off&.disconnect
  end

  it "holds so many pages and no more, and lets go of those that do not read" do
    stub_const("UpperBranchServer::Live::Hub::MOST", 3)
    pages = Array.new(3) { PageThatListens.new(hubs[0], job: job["id"]) }
    expect(PageThatListens.new(hubs[0], job: job["id"]).joined).to be false
    pages[0].wait_for("again")
    pages[1].leave
    Timeout.timeout(20) { sleep 0.05 until hubs[0].size == 2 }
    stream = described_class::Stream.new("x", UNIXSocket.pair.last.tap do |io|
      io.setsockopt(:SOCKET, :SNDBUF, 4096)
    end, nil, nil)
    expect(Array.new(3000) { stream.tell("job", { "x" => "y" * 100 }) }).to include(true, false)
  end

  it "asks for a job's id, and says when the server cannot hold the line" do
    expect(get_json("/api/v1/live?job=x")["errors"].first["field"]).to eq "job"
    get "/api/v1/live"
    expect([last_response.status, last_response.headers["retry-after"]]).to eq [503, "20"]
  end

  it "a stale write says whether it collides, and with whom" do
    write(entry("check", check: "filter", outcomes: ["clean"]).merge(by: "Ines"))
    at = ->(*entries) { post_json("/api/v1/jobs/#{job['id']}/entries", { version: 1, entries: entries }) }
    expect(at.call(entry("check", check: "pump-shot",
                                  outcomes: ["weak"]))).to include("collides" => false, "version" => 2)
    expect(last_response.status).to eq 409
    assert_response_schema_confirm(409)
    refused = at.call(entry("check", check: "filter", outcomes: ["dirty"]))
    expect(refused).to include("collides" => true, "title" => "Ines wrote to this job")
  end
end
