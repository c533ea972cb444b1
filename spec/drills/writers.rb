# frozen_string_literal: true

require "net/http"
require "securerandom"

# So many benches that write notes to jobs of their own, one after the other, as fast as they are answered. What was
# acknowledged is remembered; what was not is sent again under its id until it is, as the page does.
#
#   writers = Writers.new(server.url, 10).start
#   ... something happens ...
#   writers.write_on(50)
#   writers.stop        # each sends what it still has
#   writers.acknowledged.size
class Writers
  attr_reader :acknowledged, :refused

  # cookie: of who has signed in, nil at an open bench
  def initialize(url, count, cookie: nil)
    @uri = URI(url)
    @headers = { "content-type" => "application/json", "cookie" => cookie }.compact
    @count = count
    @acknowledged = Queue.new # [job, entry id]
    @refused = Queue.new      # [status, type]
    @lock = Mutex.new
    @answered = ConditionVariable.new
  end

  def start
    @jobs = Array.new(@count) { made }
    @threads = @jobs.map { |job| Thread.new { write(job) } }
    self
  end

  def stop
    @stop = true
    @threads.each(&:join)
    self
  end

  # Waits until so many more are acknowledged, however busy the machine is. Raises after two minutes.
  def write_on(count)
    wanted = @acknowledged.size + count
    wait("the writers are not answered") { @acknowledged.size >= wanted }
  end

  # Waits until one of them has been refused with this status.
  def refused_with(status)
    wait("nobody is refused with #{status}") { refusals.any? { |one,| one == status } }
  end

  # Entries that were acknowledged: [[job, id], ...]
  def list = Array.new(@acknowledged.size) { @acknowledged.pop }.each { |one| @acknowledged << one }
  def refusals = Array.new(@refused.size) { @refused.pop }.each { |one| @refused << one }

  private

  # Looks whenever a writer has been answered.
  def wait(what)
    Timeout.timeout(120, nil, what) do
      @lock.synchronize { @answered.wait(@lock, 1) until yield }
    end
  end

  def made
    id = SecureRandom.uuid
    entries = [{ id: SecureRandom.uuid, kind: "machine", data: { family: "car-one" } }]
    loop do # sent again until it is there, as the page does
      status, = post("/api/v1/jobs", { id: id, title: "Drill", entries: entries })
      return id if [200, 201].include?(status)
      raise "no job: #{status}" unless [0, 503, 507].include?(status)

      sleep 0.05
    end
  end

  def write(job)
    version = 1
    until @stop
      entry = { id: SecureRandom.uuid, kind: "note", data: { text: "note #{version}" } }
      version = sent(job, version, entry)
      @acknowledged << [job, entry[:id]]
      @answered.signal
    end
  end

  # Version after it is stored. Sent again until it is.
  def sent(job, version, entry)
    loop do
      status, body = post("/api/v1/jobs/#{job}/entries", { version: version, entries: [entry] })
      return body["version"] if status == 200

      @refused << [status, body["type"]]
      @answered.signal
      raise "refused: #{status} #{body}" unless [0, 503, 507].include?(status)

      sleep 0.05
    end
  end

  # [status, body]; status 0 where nothing answers
  def post(path, data)
    response = Net::HTTP.start(@uri.host, @uri.port, open_timeout: 5, read_timeout: 20) do |http|
      http.post(path, JSON.generate(data), @headers)
    end
    [response.code.to_i, JSON.parse(response.body)]
  rescue SystemCallError, Timeout::Error, IOError, JSON::ParserError
    [0, {}]
  end
end
