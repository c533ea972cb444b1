# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # A check that could not be done on this machine, with the reason: it cannot be reached, would break something, or
      # the engine does not run for it. Nothing is learned by it; until the next repair it is not asked for again. A
      # result that comes later stands all the same.
      class PassedOver < Entry
        def admit(job)
          open_job(job)
          check_here(job)
          refuse("reason", "Say why it could not be done") if data["reason"].to_s.strip.empty?
        end

        def surviving(job, names)
          id = names.one("checks", data["check"])
          job.catalogue.check(id) ? data.merge("check" => id) : names.gone("check", data["check"])
        end

        def apply(job, data)
          job.passed_over[data["check"]] = { entry: id, reason: data["reason"], round: job.round }
        end

        def says(job)
          check = job.catalogue.check(Names.new(job.catalogue).one("checks", data["check"]))
          "Could not be done: #{check&.name&.delete_suffix('?') || data['check']} - #{data['reason']}"
        end
      end
    end
  end
end
