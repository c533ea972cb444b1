# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # Jobs as files: out with every entry, in again to the letter, and their readings as CSV.
    module JobFiles
      def self.registered(app)
        app.get("/api/v1/jobs/:id/file.json") do
          attachment_of("job.json")
          answer(settings.store.job_files.out(job_id))
        end

        app.get("/api/v1/jobs/:id/readings.csv") do
          text = settings.store.job_files.readings(job_id)
          attachment_of("readings.csv")
          content_type :csv
          cache_control :no_store
          text
        end

        app.post("/api/v1/jobs/file") do
          stored = settings.store.job_files.take_in(brought(job_file))
          answer_job(stored, settings.store.traces.of(stored))
        end

        app.helpers Helpers
      end

      # What the routes share.
      module Helpers
        def attachment_of(name) = headers("content-disposition" => %(attachment; filename="#{name}"))

        def job_file = job_of(body_as("JobFileText", JobFileText::LIMIT * 2)["text"])
        def job_of(text) = JobFileText.new(settings.contract).read(text)
      end
    end
  end
end
