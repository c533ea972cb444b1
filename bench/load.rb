# frozen_string_literal: true

# So many benches at once, in the rhythm of a shop, against the real server: how long an answer takes.
#
#   bin/drill database bundle exec ruby bench/load.rb 200 120         benches, seconds
#   bin/drill database bundle exec ruby bench/load.rb 40 720 2        and s between two entries at the mean: as many
#                                                                     requests in 12 minutes as 70 benches in an hour
#
# A bench opens a job as the page does, looks at the step for a while (half a minute at the mean, as short as three
# seconds), enters an answer, and looks at the board now and then; a job ends after fifteen entries. Every page holds
# its line open. The benches run on the same machine, in a process of their own.
require_relative "../server/lib/upper_branch_server"
require_relative "../server/spec/real_server"
require "net/http"

BENCHES = Integer(ARGV.fetch(0, "200"))
SECONDS = Float(ARGV.fetch(1, "120"))
PAUSE = Float(ARGV.fetch(2, "30")) # s at the mean between two entries
LOOKS = 8 # at the memory, on the way
ENTRIES = 15

# One technician at one tablet.
class BenchAtWork
  FAMILIES = { "car-one" => 30, "slide" => 12, "diaphragm" => 2, "small-float" => 4, "cv" => 40,
               "four-valve" => 150 }.freeze # kW
  COMPLAINTS = %w[hesitation rough-idle surge-steady no-idle].freeze

  def initialize(url, number, until_then, taken)
    @uri = URI(url)
    @random = Random.new(number)
    @until = until_then
    @taken = taken
  end

  def work
    sleep(@random.rand * PAUSE) # they do not all begin at once
    job until over?
  end

  private

  def over? = Process.clock_gettime(Process::CLOCK_MONOTONIC) > @until
  def id = SecureRandom.uuid
  def entry(kind, data) = { id: id, kind: kind, data: data }

  def job
    family, power = FAMILIES.to_a.sample(random: @random)
    machine = { family: family, name: "Machine #{@random.rand(500)}", engine: { power: power } }
    complaint = entry("symptom", { symptom: COMPLAINTS.sample(random: @random), seen: "present" })
    made = ask(:post, "/api/v1/jobs", { id: id, title: "Load", entries: [entry("machine", machine), complaint] })
    return sleep(1) unless made

    live = line(made["id"])
    ask(:get, "/api/v1/jobs/#{made['id']}")
    ENTRIES.times do
      look
      break if over?

      made = ask(:post, "/api/v1/jobs/#{made['id']}/entries",
                 { version: made["version"], entries: [answer(made)] }) || made
      ask(:get, "/api/v1/jobs") if @random.rand < 0.2
    end
  ensure
    live&.close
  end

  # As exponential as people are, but never faster than a hand.
  def look
    pause = (-PAUSE * Math.log(1 - @random.rand)).clamp(PAUSE / 10, PAUSE * 4)
    sleep(pause.clamp(0, [@until - now, 0.1].max))
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  def answer(made)
    step = made.dig("trace", "next")
    if step["check"]
      outcome = step["check"]["outcomes"].first["id"]
      place = step["check"]["places"].first
      return entry("check",
                   { check: step["check"]["id"], outcomes: [outcome], **(place ? { place: place["id"] } : {}) })
    end
    return entry("gate", { gate: step["gate"]["id"], safe: true }) if step["gate"]
    return entry("symptom", { symptom: step["ask"]["symptom"], seen: "absent", asked: true }) if step["ask"]
    return entry("repair", { repair: step["repair"]["id"] }) if step["repair"]

    entry("note", { text: "on" })
  end

  # The line of the page (Live): it costs the server no thread.
  def line(job)
    socket = TCPSocket.new(@uri.host, @uri.port)
    socket.write("GET /api/v1/live?job=#{job}&name=B HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n")
    socket
  rescue SystemCallError
    nil
  end

  def ask(method, path, data = nil)
    began = now
    response = Net::HTTP.start(@uri.host, @uri.port, open_timeout: 10, read_timeout: 60) do |http|
      data ? http.post(path, JSON.generate(data), "content-type" => "application/json") : http.get(path)
    end
    @taken << [method, path[%r{\A/api/v1/jobs(/[^/]+)?(/entries)?}].sub(%r{/\h{8}-[^/]+}, "/:id"), now - began,
               response.code.to_i]
    return JSON.parse(response.body) if response.code.to_i < 300

    warn "#{response.code} #{path}: #{response.body[0, 200]}"
  rescue SystemCallError, Timeout::Error, IOError
    @taken << [method, path[0, 30], now - began, 0]
    nil
  end
end

def memory(pid)
  pids = [pid, *`pgrep -P #{pid}`.split.map(&:to_i)]
  pids.sum { |one| File.read("/proc/#{one}/status")[/VmRSS:\s+(\d+)/, 1].to_i } / 1024
end

def cpu(pid)
  pids = [pid, *`pgrep -P #{pid}`.split.map(&:to_i)]
  pids.sum { |one| File.read("/proc/#{one}/stat").split.values_at(13, 14).sum(&:to_i) } / 100.0
end

owner = UpperBranchServer.connect(ENV.fetch("DATABASE_URL"), limits: nil)
UpperBranchServer.migrate(owner)
UpperBranchServer::AppRole.new(owner).make("load")
as_app = UpperBranchServer::AppRole.url(ENV.fetch("DATABASE_URL"), "load")
server = RealServer.new(workers: 2, DATABASE_URL: as_app).start
before = memory(server.pid)
spent = cpu(server.pid)
taken = Queue.new
over = Process.clock_gettime(Process::CLOCK_MONOTONIC) + SECONDS
threads = Array.new(BENCHES) { |i| Thread.new { BenchAtWork.new(server.url, i, over, taken).work } }
held = Array.new(LOOKS) do
  sleep(SECONDS / LOOKS)
  memory(server.pid)
end
threads.each(&:join)
rows = Array.new(taken.size) { taken.pop }
puts "#{BENCHES} benches, #{SECONDS.round} s, two workers, #{Etc.nprocessors} cores; the benches run on the same cores."
rows.group_by { |method, path,| "#{method.upcase} #{path}" }.sort.each do |name, all|
  times = all.map { |row| row[2] * 1000 }.sort
  bad = all.count { |row| row[3].zero? || row[3] >= 400 }
  puts format("%-34<name>s %6<n>d  p50 %5<p50>d ms  p95 %5<p95>d ms  most %5<most>d ms  errors %<bad>d",
              name: name, n: times.size, p50: times[times.size / 2], p95: times[(times.size * 0.95).floor],
              most: times.last, bad: bad)
end
codes = rows.map { |row| row[3] }.tally
share = ((cpu(server.pid) - spent) / SECONDS * 100).round
puts "answers: #{codes.sort.to_h}; CPU of the server #{share} % of one core; " \
     "memory #{before} -> #{held.join(' ')} -> #{memory(server.pid)} MB"
server.stop
