# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # Jobs with their photos as one zip: out, and in again to the letter.
    module JobArchives
      def self.registered(app)
        app.get("/api/v1/jobs/:id/file.zip") do
          parts = settings.store.job_files.archive(job_id)
          attachment_of("job.zip")
          content_type "application/zip"
          cache_control :no_store
          JobArchive.write(parts)
        end

        app.post("/api/v1/jobs/zip") do
          stored = JobArchive::SLOTS.take do
            parts = JobArchive.read(sent_bytes(JobArchive::LIMIT))
            settings.store.job_files.take_in(brought(job_of(parts[JobArchive::JOB])), JobArchive.photos(parts))
          end
          answer_job(stored, settings.store.traces.of(stored))
        end
      end
    end
  end
end
