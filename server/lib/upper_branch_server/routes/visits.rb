# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # What was done to a machine before.
    module Visits
      def self.registered(app)
        app.get("/api/v1/jobs/:id/visits") do
          stored = settings.store.jobs.find(job_id)
          answer(machine: settings.store.visits.machine_of(stored),
                 visits: settings.store.visits.before(stored) { |earlier| card_of(earlier) })
        end
      end
    end
  end
end
