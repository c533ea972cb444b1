# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # What was done to a machine before.
    module Visits
      def self.registered(app)
        app.get("/api/v1/jobs/:id/visits") do
          stored = settings.store.jobs.find(job_id)
          job = settings.store.jobs.replay(stored.entries)
          answer(visits: settings.store.visits.before(stored, job) { |earlier| card_of(earlier) })
        end
      end
    end
  end
end
