# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # A part that came off is back on.
      class Refitted < Entry
        def admit(job)
          open_job(job)
          return if job.parts.any? { |part| part.entry == data["entry"] && part.off? }

          refuse("entry", "Nothing of that entry is waiting to go back on")
        end

        def apply(job, data)
          job.parts.find { |part| part.entry == data["entry"] }&.back = id
        end

        def says(job)
          part = job.parts.find { |one| one.entry == data["entry"] }
          part && "Back on: #{part.name}"
        end
      end
    end
  end
end
