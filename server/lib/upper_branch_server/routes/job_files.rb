# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # Jobs as files: out with every entry, in again to the letter, and their readings as CSV.
    module JobFiles
      LIMIT = 5_000_000 # bytes of a file

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
          stored = settings.store.job_files.take_in(job_file)
          answer_job(stored, settings.store.traces.of(stored))
        end

        app.helpers Helpers
      end

      # What the routes share.
      module Helpers
        def attachment_of(name) = headers("content-disposition" => %(attachment; filename="#{name}"))

        def job_file = job_of(body_as("JobFileText", LIMIT * 2)["text"])

        # What a job's file says, each entry of the shape that its kind has.
        def job_of(text)
          data = RequestBody.read(StringIO.new(text), LIMIT)
          settings.contract.check("JobFile", data)
          data["entries"].each_with_index { |entry, i| entry_of_file(entry, i) }
          data
        end

        def entry_of_file(entry, index)
          settings.contract.check("NewEntry", entry.except("at"))
        rescue Problem => e
          field = e.body[:errors].first[:field]
          raise Problem.invalid("entries/#{index}/#{field}", "Entry #{index + 1}: #{e.body[:detail]}")
        end
      end
    end
  end
end
