# frozen_string_literal: true

require "net/http"
require "socket"

# The server as bin/start runs it, in processes of its own, on the database of the specs: it can be killed and come back
# at the same address.
#
#   server = RealServer.new(workers: 1).start
#   server.kill; server.start; server.stop
class RealServer
  # As bin/start sets them for its server (bin/lib/setup.sh).
  LEAN = { "MALLOC_ARENA_MAX" => "2", "MALLOC_TRIM_THRESHOLD_" => "268435456",
           "MALLOC_MMAP_THRESHOLD_" => "67108864" }.freeze

  attr_reader :port, :pid

  # environment: further settings
  def initialize(workers: 1, **environment)
    @port = TCPServer.open("127.0.0.1", 0) { |socket| socket.addr[1] }
    database = environment.delete(:DATABASE_URL) || ServerUnderTest.app_url
    @environment = { "PORT" => @port.to_s, "WEB_CONCURRENCY" => workers.to_s, "RACK_ENV" => "production",
                     "APP_ENV" => "production", "DATABASE_URL" => database, **LEAN,
                     **environment.transform_keys(&:to_s) }
  end

  def url = "http://127.0.0.1:#{@port}"

  def start
    @pid = Process.spawn(@environment, "bundle", "exec", "puma", "--silent", "--config", "server/puma.rb",
                         "server/config.ru", chdir: UpperBranchServer::ROOT, out: File::NULL, err: File::NULL)
    eventually(60) { answers? }
    self
  end

  def answers?
    Net::HTTP.get_response(URI("#{url}/ready")).is_a?(Net::HTTPOK)
  rescue SystemCallError, EOFError, Timeout::Error
    false
  end

  # Without a word, as a power cut does; its workers notice by themselves.
  def kill = ended(:KILL)
  def stop = ended(:TERM)

  private

  def ended(signal)
    return unless @pid

    Process.kill(signal, @pid)
    Process.wait(@pid)
    @pid = nil
    eventually(20) { !listens? }
  end

  def listens?
    TCPSocket.new("127.0.0.1", @port).close
    true
  rescue SystemCallError
    false
  end

  def eventually(seconds)
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
    until yield
      raise "the server does not come about" if Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline

      sleep 0.1
    end
  end
end
