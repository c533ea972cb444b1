# frozen_string_literal: true

require "securerandom"

module UpperBranchServer
  # Around everything: a request gets an id (ours, never one that was sent), which stands in the answer's header, in the
  # problem a person is shown, and in the journal with its status and milliseconds.
  class RequestLog
    HEADER = "x-request-id"

    def initialize(app)
      @app = app
    end

    def call(env)
      id = SecureRandom.alphanumeric(10)
      began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      Journal.during(id) do
        status, headers, body = @app.call(env)
        Journal.note("request", method: env["REQUEST_METHOD"], path: Journal.path(env["PATH_INFO"]), status: status,
                                ms: ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - began) * 1000).round)
        [status, headers.merge(HEADER => id), body]
      end
    end
  end
end
