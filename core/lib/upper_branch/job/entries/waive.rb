# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # A defect that was found and is left as it is, with the reason.
      class Waive < Entry
        def admit(job)
          open_job(job)
          found = job.defects.select(&:open?).map(&:fault)
          unless found.include?(data["fault"])
            refuse("fault", "Only a defect that was found and not repaired can be left as it is")
          end
          refuse("reason", "Say why it is left as it is") if data["reason"].to_s.strip.empty?
        end

        def surviving(job, names)
          fault = names.one("faults", data["fault"])
          job.catalogue.fault(fault) ? data.merge("fault" => fault) : names.gone("fault", data["fault"])
        end

        def apply(job, data) = job.waived[data["fault"]] = { entry: id, reason: data["reason"] }

        def says(job)
          fault = job.catalogue.fault(Names.new(job.catalogue).one("faults", data["fault"]))
          "Left as it is: #{fault&.name || data['fault']} - #{data['reason']}"
        end
      end
    end
  end
end
