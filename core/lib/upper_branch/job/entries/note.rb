# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # Words that move no odds.
      class Note < Entry
        def admit(job)
          refuse("kind", "Say first which machine it is") unless job.machine
          refuse("text", "Write something first") if data["text"].to_s.strip.empty?
        end

        def apply(job, data) = job.notes << { entry: id, text: data["text"] }
        def says(_job) = data["text"]
      end
    end
  end
end
