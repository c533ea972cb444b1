# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # A person has seen to what makes the work safe, and says so. A later finding or repair that bears on it asks
      # again.
      class Gate < Entry
        def admit(job)
          open_job(job)
          ids = job.catalogue.gates.map { |row| row["id"] }
          refuse("gate", "A gate is one of: #{ids.join(', ')}") unless ids.include?(data["gate"])
          refuse("safe", "Say yes only when it is done; otherwise leave it open") unless data["safe"] == true
        end

        def surviving(job, names)
          known = job.catalogue.gates.any? { |row| row["id"] == data["gate"] }
          known ? data : names.gone("gate", data["gate"])
        end

        def apply(job, data)
          job.gates << { gate: data["gate"], round: job.round, findings: job.findings.size }
        end

        def says(job)
          row = job.catalogue.gates.find { |gate| gate["id"] == data["gate"] }
          row ? row["done"] : data["gate"]
        end
      end
    end
  end
end
