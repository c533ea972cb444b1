# frozen_string_literal: true

require_relative "../../server/spec/server_helper"
require_relative "../../server/spec/real_server"

# What all drills say and do. DRILL_SECONDS makes them longer (bin/drill shop); figures go to DRILL_LOG.
module DrillTalk
  def seconds = Float(ENV.fetch("DRILL_SECONDS", "3"))
  # The short form is soon there.
  def workers = seconds < 3 ? 1 : 2
  def database = ServerUnderTest.database
  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  def told(drill, **figures)
    File.write(ENV.fetch("DRILL_LOG"), "#{JSON.generate(drill: drill, **figures)}\n", mode: "a") if ENV["DRILL_LOG"]
  end

  # The answer of the real server.
  def sent(path, data, type = "application/json")
    Net::HTTP.start(URI(server.url).host, server.port, read_timeout: 120) do |http|
      http.post(path, data.is_a?(String) ? data : JSON.generate(data), "content-type" => type)
    end
  end

  # Waits until it is so, for a minute at most.
  def until_so(otherwise)
    ends = now + 60
    until yield
      raise otherwise if now > ends

      Thread.pass
    end
  end

  # s the board takes to answer
  def board_takes
    began = now
    expect(Net::HTTP.get_response(URI("#{server.url}/api/v1/jobs")).code).to eq "200"
    now - began
  end
end
