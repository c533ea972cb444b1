# frozen_string_literal: true

require "etc"
require_relative "lib/upper_branch_server"

# One worker a core (WEB_CONCURRENCY chooses another number; 1 serves without workers), where UpperBranchServer::Where
# says. The app is loaded
# before the workers part, so that they share the catalogue's memory; what may not be shared, the connections to
# PostgreSQL, is let go before (UpperBranchServer::Boot.part) and opened anew by each.
count = Integer(ENV.fetch("WEB_CONCURRENCY") { Etc.nprocessors.clamp(1, 4) })
workers count > 1 ? count : 0
threads 1, 8
bind UpperBranchServer::Where.puma
environment ENV.fetch("RACK_ENV", "production")
preload_app!
# What fails outside the app still answers in its words, and never with an empty page.
lowlevel_error_handler do |error, _env, status|
  UpperBranchServer::Journal.error("outside the app", error)
  [
    status || 500,
    { "content-type" => "application/problem+json" },
    [JSON.generate(UpperBranchServer::Problem.fault.body)]
  ]
end
if count > 1
  before_fork { UpperBranchServer::Boot.part }
  before_worker_boot do |index|
    UpperBranchServer::Boot.tend if index.zero?
  end
  silence_single_worker_warning
else
  after_booted do
    UpperBranchServer::Boot.tend
    UpperBranchServer::Boot.warm_up(aside: true)
  end
end
