# frozen_string_literal: true

module UpperBranchServer
  # What fails before the routes, or around them, is answered as a problem too: never with an empty page or a stack
  # trace.
  class LastResort
    READING = %w[GET HEAD].freeze

    def initialize(app)
      @app = app
    end

    def call(env)
      @app.call(env)
    rescue Problem => e
      answer(e)
    rescue Sequel::Error => e
      Journal.error("database", e)
      answer(DatabaseProblem.of(e, stored: stored(env)))
    rescue StandardError => e
      Journal.error("fault", e, depth: 8)
      answer(Problem.fault(stored(env)))
    end

    private

    def stored(env) = READING.include?(env["REQUEST_METHOD"]) ? :reading : :unknown

    def answer(problem)
      headers = { "content-type" => "application/problem+json", "x-content-type-options" => "nosniff",
                  "cache-control" => "no-store", **problem.headers }
      [problem.status, headers, [JSON.generate(problem.body.merge(request: Journal.request).compact)]]
    end
  end
end
