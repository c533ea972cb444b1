# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # Data logs: taken in as CSV, read by a process of their own, their reading asked for until it is there.
    module Logs
      def self.registered(app)
        app.get("/api/v1/logs") { answer(logs: settings.logs.list, samples: settings.logs.samples) }
        app.get("/api/v1/logs/:id") { answer(settings.logs.find(job_id)) }

        app.post "/api/v1/logs" do
          name = word("name").to_s.strip[0, 200]
          name = "Log" if name.empty?
          stored =
            if request.media_type == "text/csv"
              settings.logs.take(name, request.body)
            else
              settings.logs.sample(body_as("SampleLog")["sample"])
            end
          status 202
          answer(stored)
        end
      end
    end
  end
end
