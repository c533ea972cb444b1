# frozen_string_literal: true

require_relative "server_helper"
require_relative "real_server"

# The real server as bin/start runs it, with two workers. Forks that shared their connections answered with another
# job's data.
RSpec.describe "Two workers" do
  def http(&block) = Net::HTTP.start("127.0.0.1", @port, read_timeout: 30, &block)

  def ask(connection, path, body = nil)
    response =
      body ? connection.post(path, JSON.generate(body), "content-type" => "application/json") : connection.get(path)
    [response.code.to_i, JSON.parse(response.body)]
  end

  before do
    @server = RealServer.new(workers: 2)
    @port = @server.port
    @server.start
    @workers = workers
  end

  after { @server.stop }

  # The processes that answer; both must, before anything is read from them.
  def workers
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + 60
    seen = []
    until seen.uniq.size == 2
      raise "two workers did not come up: #{seen.uniq}" if Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline

      seen += Array.new(4) { Thread.new { answering } }.filter_map(&:value)
    end
    seen.uniq
  end

  def answering
    http { |connection| ask(connection, "/health").last["process"] }
  rescue SystemCallError, EOFError, JSON::ParserError
    nil
  end

  it "each answer with what was asked for, while both read and write" do
    made = Array.new(6) do |i|
      body = { id: SecureRandom.uuid, title: "Job #{i}", entries: [machine] }
      http { |connection| ask(connection, "/api/v1/jobs", body) }
    end
    expect(made.map(&:first)).to all(eq 201)
    wrong = made.each_with_index.map { |(_, job), i| Thread.new { writing(job["id"], "Job #{i}") } }.flat_map(&:value)
    expect(wrong).to be_empty
    expect(@workers.size).to eq 2
  end

  # Writes to one job and reads it back, each time through a connection of its own, so that either worker may get it.
  def writing(id, title)
    (1..12).flat_map do |version|
      written =
        http do |connection|
          ask(
            connection,
            "/api/v1/jobs/#{id}/entries",
            { version: version, entries: [entry("note", text: "#{title} #{version}")] }
          )
        end
      read = http { |connection| ask(connection, "/api/v1/jobs/#{id}") }
      [written, read].reject do |status, job|
        status == 200 && job["id"] == id && job["title"] == title && job["version"] == version + 1 &&
          job["entries"].last["data"]["text"] == "#{title} #{version}"
      end
    end
  end
end
