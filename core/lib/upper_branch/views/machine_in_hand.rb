# frozen_string_literal: true

module UpperBranch
  module Views
    # The machine of a job as plain data: what it is and has, what is known of it, how many there are of what, what its
    # engine asks for, which way its screws work, and how this shop and this family do its checks.
    module MachineInHand
      module_function

      def of(job)
        machine = job.machine
        { family: machine.family["id"], name: machine.family["name"], called: job.called, card: job.card,
          features: machine.features.sort, context: machine.context, work: machine.work, lacks: machine.lacks,
          schools: shop_ways(machine), readings: machine.limits.to_h, symptoms: machine.symptoms.map(&:id),
          checks: answers(machine), **made(machine) }
      end

      def made(machine)
        places = machine.places
        { carburetors: places.carburetors, cylinders: places.cylinders, places: places.to_h,
          engine: engine(machine.engine), passages: passages(machine),
          screws: Workshop::Screws.of(machine).map(&:to_h) }
      end

      # What can be cleared on it.
      def passages(machine)
        machine.catalogue.book.strip.passages(machine.features).map { |row| { id: row["id"], name: row["name"] } }
      end

      def engine(engine)
        demand = engine.demand && Measuring::Units.from_si(engine.demand, "mL/min").round
        { power: nil, displacement: nil, full_speed: nil, **engine.to_h.transform_keys(&:to_sym),
          demand: demand, says: engine.says }
      end

      # The checks of this machine, and the words each can be answered with.
      def answers(machine) = machine.checks.to_h { |check| [check.id, check.words(machine.features)] }

      # Steps and tools of checks that the shop's schools change; states and minutes where this family gives easier
      # access.
      def shop_ways(machine)
        schools = machine.schools
        changed = machine.checks.select do |check|
          machine.access_to(check) || schools.steps(check) != check.steps || schools.tools(check) != check.tools
        end
        changed.to_h do |check|
          [check.id, { steps: schools.steps(check), tools: schools.tools(check), states: check.states,
                       minutes: check.minutes, access: machine.access_to(check) }]
        end
      end
      private_class_method :made, :engine, :passages, :answers, :shop_ways
    end
  end
end
