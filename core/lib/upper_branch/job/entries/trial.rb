# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # One change of one setting, run, and what it did. One that runs right is the repair of what it was for.
      class Trial < Entry
        RESULTS = %w[better same worse right].freeze

        def admit(job)
          open_job(job)
          plan = Workshop::Plan.of(job) or refuse("setting",
                                                  "Trials belong to a set-up: choose that plan for the machine")
          step = plan.setting(data["setting"]) or
            refuse("setting", "A setting of this plan is one of: #{plan.settings.join(', ')}")
          refuse("result", "It is one of: #{RESULTS.join(', ')}") unless RESULTS.include?(data["result"])
          %w[from to].each { |field| number(field, step) }
          refuse("to", "Nothing was changed: it stands where it stood") if data["from"] == data["to"]
        end

        def apply(job, data)
          job.trials << Job::Trial.new(entry: id, setting: data["setting"], from: data["from"], to: data["to"],
                                       result: data["result"])
          run(job)
          mended(job, data) if data["result"] == "right"
        end

        def says(job)
          name = setting(job)&.fetch("name") || data["setting"]
          from, to = data.values_at("from", "to").map { |value| Measuring::Words.number(value) }
          "#{name} from #{from} to #{to}: #{data['result']}"
        end

        private

        def number(field, step)
          value = data[field]
          return if value.is_a?(Numeric) && value.to_f.finite? && value.between?(0, 1000)

          refuse(field, "#{step.name}: a number from 0 to 1000, as it is counted or stamped")
        end

        def setting(job)
          rows = job.catalogue.book.plans.rows.flat_map { |plan| plan["steps"] }
          rows.find { |row| row["trial"] == data["setting"] }
        end

        # It was run to say so.
        def run(job)
          job.minutes += setting(job)&.fetch("minutes") || 0
          job.move(Workshop::BenchState.new(engine: "running"), 0)
        end

        def mended(job, _data)
          faults = (setting(job)&.fetch("mends") || []).select { |fault| job.machine.fault(fault) }
          return if faults.empty?

          success = job.catalogue.repair_kind(job.catalogue.fault(faults.first).repair)["success"]
          job.repairs << Job::Repair.new(entry: id, id: faults.first, faults: faults, success: success,
                                         round: job.round)
        end
      end
    end
  end
end
