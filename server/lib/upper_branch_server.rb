# frozen_string_literal: true

$LOAD_PATH.unshift(File.expand_path("../../core/lib", __dir__))
require "upper_branch"
require "sequel"
require "zeitwerk"

# The job's HTTP door: a JSON API over PostgreSQL that keeps entries and answers with traces. All rules are in the core.
module UpperBranchServer
  ROOT = File.expand_path("../..", __dir__).freeze
  MIGRATIONS = File.join(ROOT, "server", "migrations").freeze
  WEB = File.join(ROOT, "web", "dist").freeze

  loader = Zeitwerk::Loader.new
  loader.tag = "server"
  loader.push_dir(__dir__)
  loader.collapse(File.join(__dir__, "upper_branch_server", "errors"))
  loader.setup

  # What one request may take of PostgreSQL, so that none holds up the others: a statement, the wait for a lock, a
  # transaction in which nothing happens. And what is acknowledged is written, however the server is set up otherwise.
  LIMITS = "SET synchronous_commit = on; " \
           "SET statement_timeout = '10s'; SET lock_timeout = '4s'; SET idle_in_transaction_session_timeout = '15s'"

  # One pool for each process, enough for its eight threads, for those that read logs and the one that listens (Live); a
  # connection that PostgreSQL dropped is found out and replaced.
  # url: postgres://...; limits: what is set on each connection, nil for work that may take its time. Returns
  # Sequel::Database
  def self.connect(url, limits: LIMITS)
    database = Sequel.connect(url, max_connections: 14, pool_timeout: 5, test: false, connect_timeout: 3,
                                   connect_sqls: [*limits])
    database.extension(:connection_validator, :pg_json)
    database.pool.connection_validation_timeout = 5
    database
  end

  def self.migrate(database)
    Sequel.extension(:migration)
    Sequel::Migrator.run(database, MIGRATIONS)
  end
end
