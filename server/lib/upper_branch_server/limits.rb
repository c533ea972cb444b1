# frozen_string_literal: true

require "rack/attack"

module UpperBranchServer
  # How often one address may ask. Nobody at a bench comes near it; who guesses codes or passwords, or sends without
  # end, is told to wait, and how long.
  #
  #   Limits.set(database)   # once in a process; then `use Rack::Attack`
  module Limits
    # per address: [throttle, requests, seconds, which]
    RULES = [
      ["codes", 20, 600, ->(request) { request.path.match?(%r{\A/api/v1/(owner|join)/}) }],
      ["sign-in", 30, 300, lambda { |request|
        request.post? && request.path.match?(%r{\A/api/v1/account/((webauthn-)?login|(otp|recovery|webauthn)-auth)\z})
      }],
      # What asks for the password again.
      ["password", 10, 300, lambda { |request|
        request.post? && request.path.match?(%r{\A/api/v1/account/(change-password|otp-|recovery-codes|webauthn-)}) &&
          !request.path.match?(/auth\z|login\z/)
      }],
      ["files", 240, 60, lambda { |request|
        !request.get? && !loopback?(request) && request.path.match?(%r{/(logs|zip|file|photos/[^/]+)\z})
      }],
      ["requests", 1200, 60, ->(request) { request.path.start_with?("/api/") && !loopback?(request) }]
    ].freeze
    LOOPBACK = %w[127.0.0.1 ::1].freeze

    module_function

    # Who asks: the other end of the connection. What a proxy says of it counts only where one is said to stand in
    # front (BEHIND_PROXY), since anybody can send that header.
    def who(request) = ENV["BEHIND_PROXY"] == "yes" ? request.ip : request.env["REMOTE_ADDR"]

    # Everybody at this machine has the one address; only what is guessed or sent without end is counted there.
    def loopback?(request) = LOOPBACK.include?(who(request))

    def set(database)
      attack = Rack::Attack
      attack.clear_configuration
      attack.cache.store = Counts.new(database)
      RULES.each do |name, limit, period, which|
        attack.throttle(name, limit: limit, period: period) { |request| which.call(request) ? who(request) : nil }
      end
      attack.throttled_responder = ->(request) { too_many(request.env["rack.attack.match_data"]) }
    end

    # match: of Rack::Attack, {period:, epoch_time:}
    def too_many(match)
      problem = wait(match[:period] - (match[:epoch_time] % match[:period]))
      [429, { "content-type" => "application/problem+json", **problem.headers },
       [JSON.generate(problem.body.merge(request: Journal.request).compact)]]
    end

    # Problem 429. seconds: after which it may be tried again
    def wait(seconds)
      Problem.new(429, "too-many", "Too many requests",
                  "Wait #{in_words(seconds)}, then try again. What was entered is kept.", wait: seconds)
    end

    def in_words(seconds) = seconds > 90 ? "#{(seconds / 60.0).ceil} minutes" : "#{seconds} seconds"
  end
end
