# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # The setting loops of a job: what stands, what was read, and the next turn.
    module Settings
      def self.registered(app)
        app.get("/api/v1/jobs/:id/settings") do
          job = settings.store.jobs.replay(settings.store.jobs.find(job_id).entries)
          raise Problem.invalid("id", "Say first which machine it is") unless job.machine

          answer(loops: UpperBranch::Views::Settings.of(job))
        end
      end
    end
  end
end
