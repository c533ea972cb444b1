# frozen_string_literal: true

module UpperBranch
  module Workshop
    # What can be done to a machine: the repair of one fault, or a composite that mends many at once. A plan holds
    # numbers and ids only, so that it may be kept for every machine alike; its words are looked up for the machine in
    # hand, since a shop may have its own.
    #
    #   plan = Repairs.find(machine, "pump-cup")
    #   Repairs.words(machine, plan).name    # => "Pump cup hard or shrunk: renew"
    module Repairs
      Words = Struct.new(:name, :text)
      Plan =
        Struct.new(
          :id,
          :minutes,
          :success,
          :tries,
          :state,
          :hazards,
          :destroys,
          :faults,
          :refers,
          :needs_spare,
          :irreversible,
          keyword_init: true
        ) { def refers? = refers == true }

      # id: of a fault or of a composite; nil when this machine has no such thing.
      def self.find(machine, id)
        fault = machine.fault(id) and return targeted(machine, fault)
        row = machine.catalogue.composite(id) and composite(machine, row)
      end

      def self.targeted(machine, fault)
        state = machine.access(fault.id)
        kind = kind_of(machine, fault)
        plan(state ? kind.merge("state" => state) : kind, id: fault.id, faults: [fault])
      end

      # The places one of which this repair can be done at, where the machine has the part more than once: array of
      # Places::Place
      def self.places(machine, plan)
        return [] unless machine.fault(plan.id)

        unlike = machine.unlike_places(plan.id) and return unlike

        check = machine.checks.find { |one| one.per && one.is.values.any? { |ids| ids.include?(plan.id) } }
        check ? machine.places.of(check.per) : []
      end

      # What a plan is called, and what to do, at this shop.
      def self.words(machine, plan)
        fault = machine.fault(plan.id) or
          return machine.catalogue.composite(plan.id)["name"].then { |name| Words.new(name, name) }
        Words.new("#{fault.name}: #{kind_of(machine, fault)['name'].downcase}", machine.schools.repair_words(fault))
      end

      # Does a repair put a new part in?
      def self.renews?(machine, plan)
        row = machine.fault(plan.id) ? kind_of(machine, machine.fault(plan.id)) : machine.catalogue.composite(plan.id)
        row["renews"] == true
      end

      # What a repair is called at this shop; one the catalogue no longer knows, by what was written down.
      def self.name(machine, id)
        plan = find(machine, id)
        plan ? words(machine, plan).name : id
      end

      # The raw row of the kind of repair that a fault asks for here: on a machine for a licensed mechanic, his.
      def self.kind_of(machine, fault)
        kind = machine.catalogue.repair_kind(fault.repair)
        if machine.licensed_only? && (kind["licensed"] || %w[open bench apart].include?(kind["state"]))
          machine.catalogue.repair_in_role("licensed")
        else
          kind
        end
      end

      def self.composites(machine)
        machine.catalogue.composites.map { |row| composite(machine, row) }
      end

      def self.composite(machine, row)
        plan(row, id: row["id"], faults: machine.faults.select { |fault| covers?(row, fault) })
      end

      def self.covers?(row, fault)
        (row["faults"] || []).include?(fault.id) || (row["kinds"] || []).include?(fault.repair) ||
          (row["circuits"] || []).include?(fault.circuit)
      end

      def self.plan(row, **own)
        numbers = { minutes: row["minutes"], success: row["success"], tries: row["tries"], state: row["state"] }
        Plan.new(**numbers, hazards: row["hazards"], destroys: row["destroys"] || [], refers: row["refers"],
                            needs_spare: row["needs_spare"] == true, irreversible: row["irreversible"] == true, **own)
      end
      private_class_method :plan, :covers?
    end
  end
end
