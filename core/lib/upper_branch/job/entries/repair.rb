# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # A repair that was done: of one fault, or of many at once. left: {figure => number}, what it was left at; undone:
      # ids of the steps of its work sheet that were not ticked.
      class Repair < Entry
        INTERNAL = %w[open bench apart].freeze # bench states of work inside

        def admit(job)
          open_job(job)
          plan = Workshop::Repairs.find(job.machine, data["repair"]) or refuse("repair", nowhere)
          Workshop::Places.one_of(Workshop::Repairs.places(job.machine, plan), data["place"], "This repair")
          strange = (data["faults"] || []).find { |id| !job.machine.fault(id) }
          refuse("faults", "#{strange} is no fault of this machine") if strange
          figures(job)
          return unless job.machine.licensed_only? && !plan.refers? && INTERNAL.include?(plan.state)

          refuse(
            "repair",
            "Internal work on an aircraft carburetor is for a licensed mechanic: refer it out with the findings"
          )
        end

        # A repair that was done stays done: what it mended and nobody knows any more is left out.
        def surviving(job, names)
          id = names.one("faults", names.one("repairs", data["repair"]))
          known = job.machine && Workshop::Repairs.find(job.machine, id)
          names.gone("repair", data["repair"]) unless known
          faults = data["faults"] && names.list("faults", "fault", data["faults"], job.machine.faults.map(&:id))
          left = data["left"]&.slice(*job.catalogue.book.work_steps.figures.keys)
          data.merge({ "repair" => id, "faults" => known ? faults : faults || [], "left" => left }.compact)
        end

        def apply(job, data)
          plan = Workshop::Repairs.find(job.machine, data["repair"]) or return lost(job, data)
          way(job, plan)
          job.minutes += data["minutes"] || (job.trial?(plan.id) ? Job::RECORDED : plan.minutes)
          done(job, plan.id, data["faults"] || plan.faults.map(&:id), job.chance_of(plan), data["place"])
          job.repairs.last.left = data["left"] || {}
          job.repairs.last.undone = data["undone"] || []
        end

        def says(job)
          names = Names.new(job.catalogue)
          id = names.one("faults", names.one("repairs", data["repair"]))
          "Repaired: #{Workshop::Repairs.name(job.machine, id)}"
        end

        private

        def figures(job)
          known = job.catalogue.book.work_steps.figures
          (data["left"] || {}).each do |id, value|
            refuse("left/#{id}", "No figure of a work sheet is called #{id.inspect}") unless known.key?(id)
            next if value.is_a?(Numeric) && value.to_f.finite? && value.abs <= 1e6

            refuse("left/#{id}", "#{known[id]['name']}: a number, as it was read")
          end
        end

        def nowhere = "No repair or fault is called #{data['repair'].inspect} on this machine"

        def way(job, plan)
          cost, state = Workshop::Transitions.for(job.machine.family, job.catalogue).nearest(job.state, [plan.state])
          job.move(state, cost) if state && cost.finite?
        end

        # A repair nobody knows any more was still done, and what was seen after it was seen after it.
        def lost(job, data)
          job.minutes += data["minutes"] || 0
          done(job, data["repair"], data["faults"], 0.0)
        end

        def done(job, plan_id, faults, success, place = nil)
          job.repairs << Job::Repair.new(entry: id, id: plan_id, faults: faults, success: success, round: job.round,
                                         place: place)
        end
      end
    end
  end
end
