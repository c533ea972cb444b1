# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # A caution that was read and seen to.
      class Caution < Entry
        def admit(job)
          open_job(job)
          refuse("hazard", "No caution is called #{data['hazard'].inspect}") unless job.catalogue.hazard(data["hazard"])
        end

        def surviving(_job, names) = data.merge("hazard" => names.one("hazards", data["hazard"]))
        def apply(job, data) = job.cautions << data["hazard"]
      end
    end
  end
end
