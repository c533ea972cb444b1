# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # What a check took off is back on.
      class PutBack < Entry
        def admit(job)
          open_job(job)
          return if job.loose.include?(data["check"])

          refuse("check", "Nothing of #{data['check'].inspect} is waiting to be put back")
        end

        def surviving(_job, names) = data.merge("check" => names.one("checks", data["check"]))
        def apply(job, data) = job.loose.delete(data["check"])
      end
    end
  end
end
