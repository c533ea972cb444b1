# frozen_string_literal: true

require "zeitwerk"

# The trade: knowledge, jobs, diagnosis, planning and measuring. Knows no web, no database, no clock.
#
#   catalogue = UpperBranch::Catalogue.load
#   job = UpperBranch::Job.replay(catalogue, entries)
#   UpperBranch::Views::Trace.of(job).to_h   # what is suspected, why, and what to do next
module UpperBranch
  ROOT = File.expand_path("..", __dir__).freeze

  loader = Zeitwerk::Loader.new
  loader.push_dir(__dir__)
  loader.setup
end
