# frozen_string_literal: true

require "time"

module UpperBranch
  class Job
    module Entries
      # The job is put aside. One wait at a time: a later one takes its place, "nothing" ends it.
      class Wait < Entry
        REASONS = %w[soaking cooling parts owner nothing].freeze

        def admit(job)
          open_job(job)
          refuse("for", "A job waits for #{REASONS.join(', ')}") unless REASONS.include?(data["for"])
          Time.iso8601(data["until"]) if data["until"]
        rescue ArgumentError
          refuse("until", "A time is written as 2026-03-01T14:30:00Z")
        end

        def apply(job, data)
          return job.waiting = nil if data["for"] == "nothing"

          job.waiting = Job::Wait.new(entry: id, for: data["for"], until: data["until"], text: data["text"])
        end
      end
    end
  end
end
