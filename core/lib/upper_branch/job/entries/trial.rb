# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # One change of one setting, run, and what it did. One that runs right is the repair of what it was for. Or the
      # setting is left as it stands.
      class Trial < Entry
        RESULTS = %w[better same worse right left].freeze

        def admit(job)
          open_job(job)
          plan = Workshop::Plan.of(job) or refuse("setting",
                                                  "Trials belong to a set-up: choose that plan for the machine")
          step = plan.setting(data["setting"]) or
            refuse("setting", "A setting of this plan is one of: #{plan.settings.join(', ')}")
          refuse("result", "It is one of: #{RESULTS.join(', ')}") unless RESULTS.include?(data["result"])
          Workshop::Places.one_of(step.setting.places, data["place"], step.name)
          %w[from to].each { |field| number(field, step) }
          changed(data["from"] != data["to"])
          hold = left? ? nil : Workshop::Running.new(job).hold(refitted: true)
          refuse("result", hold.says) if hold
        end

        def apply(job, data)
          place = place(job)
          job.trials << Job::Trial.new(entry: id, setting: data["setting"], place: place, from: data["from"],
                                       to: data["to"], result: data["result"])
          run(job) unless left?
          mended(job, place) if data["result"] == "right"
        end

        def surviving(job, names)
          return data if data["place"].nil? || place(job)

          names.gone("place of #{setting(job)&.fetch('name') || data['setting']}", data["place"])
        end

        def says(job)
          name = setting(job)&.fetch("name") || data["setting"]
          where = place(job)&.then { |place| ", #{place.within}," }
          from, to = data.values_at("from", "to").map { |value| Measuring::Words.number(value) }
          left? ? "#{name}#{where} stays at #{to}" : "#{name}#{where} from #{from} to #{to}: #{data['result']}"
        end

        private

        def left? = data["result"] == "left"

        def changed(changed)
          refuse("to", "Nothing was changed: it stands where it stood") unless changed || left?
          refuse("to", "What is left as it stands was not changed: say what the change did") if changed && left?
        end

        def number(field, step)
          value = data[field]
          return if value.is_a?(Numeric) && value.to_f.finite? && value.between?(0, 1000)

          refuse(field, "#{step.name}: a number from 0 to 1000, as it is counted or stamped")
        end

        def setting(job)
          rows = job.catalogue.book.plans.rows.flat_map { |plan| plan["steps"] }
          rows.find { |row| row["trial"] == data["setting"] }
        end

        # Workshop::Places::Place or nil
        def place(job) = job.machine&.places&.find(setting(job)&.fetch("per", nil), data["place"])

        # It was run to say so.
        def run(job)
          job.minutes += setting(job)&.fetch("minutes") || 0
          job.move(Workshop::BenchState.new(engine: "running"), 0)
        end

        def mended(job, place)
          faults = (setting(job)&.fetch("mends") || []).select { |fault| job.machine.fault(fault) }
          return if faults.empty?

          success = job.catalogue.repair_kind(job.catalogue.fault(faults.first).repair)["success"]
          job.repairs << Job::Repair.new(entry: id, id: faults.first, faults: faults, success: success,
                                         round: job.round, place: place&.id)
        end
      end
    end
  end
end
