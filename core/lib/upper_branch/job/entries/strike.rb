# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # An entry was a mistake: it counts for nothing from the beginning, and stays to be seen.
      class Strike < Entry
        def admit(job)
          struck = job.all.find { |entry| entry.id == data["entry"] }
          refuse("entry", "No entry #{data['entry'].inspect} in this job") unless struck
          refuse("entry", "That entry is struck out already") if job.struck.include?(struck.id)
          if struck.kind == "machine"
            refuse("entry", "The machine entry carries all the others: enter the machine anew instead")
          end
          # The others must stand without it.
          Job.new(job.catalogue, job.entries + [{ "id" => id, "kind" => kind, "data" => data }])
        end

        def apply(_job, _data) = nil
      end
    end
  end
end
