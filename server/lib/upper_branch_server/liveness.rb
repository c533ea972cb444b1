# frozen_string_literal: true

require "json"

module UpperBranchServer
  # For whoever supervises the process: /health says that it lives, and asks nobody else; /ready says that it can do its
  # work - the database answers, writes, and has every migration. Before everything else, under any host name, since a
  # supervisor asks by address.
  class Liveness
    HEADERS = { "content-type" => "application/json", "cache-control" => "no-store" }.freeze

    # knowledge: Knowledge
    def initialize(app, knowledge)
      @app = app
      @knowledge = knowledge
    end

    def call(env)
      return @app.call(env) unless env["REQUEST_METHOD"] == "GET"

      case env["PATH_INFO"]
      when "/health" then told(200, status: "ok", process: Process.pid)
      when "/ready" then ready
      else @app.call(env)
      end
    end

    private

    def ready
      wanted = @knowledge.store.migrations_missing
      return told(503, status: "not ready", title: "#{wanted} migrations are missing") if wanted.positive?

      @knowledge.store.shop.writable
      warning = Keeping::Backups.warning(@knowledge.store.shop.backup)
      told(200, status: "ok", catalogue: @knowledge.store.catalogue.stamp, **(warning ? { warnings: [warning] } : {}))
    rescue Sequel::Error => e
      Journal.error("ready", e)
      problem = DatabaseProblem.of(e)
      told(problem.status, status: "not ready", title: problem.body[:title], detail: problem.body[:detail])
    end

    def told(status, **body) = [status, HEADERS.dup, [JSON.generate(body)]]
  end
end
