# frozen_string_literal: true

module UpperBranch
  module Planning
    # What can be done to a machine: the repair of one fault, or a composite that mends many at once.
    module Repairs
      Plan = Struct.new(:id, :name, :text, :minutes, :success, :state, :hazards, :destroys, :faults, :refers, keyword_init: true) do
        def refers? = refers == true
      end

      # id: of a fault or of a composite; nil when this machine has no such thing.
      def self.find(machine, id)
        fault = machine.fault(id) and return targeted(machine, fault)
        row = machine.catalogue.composite(id) and composite(machine, row)
      end

      def self.targeted(machine, fault)
        kind = machine.catalogue.repair_kind(fault.repair)
        kind = machine.catalogue.repair_kind("licensed") if machine.licensed_only? && %w[open bench apart].include?(kind["state"])
        state = machine.access(fault.id)
        kind = kind.merge("state" => state) if state
        plan(kind, id: fault.id, name: "#{fault.name}: #{kind['name'].downcase}", text: machine.schools.repair_words(fault), faults: [fault])
      end

      def self.composites(machine)
        machine.catalogue.composites.map { |row| composite(machine, row) }
      end

      def self.composite(machine, row)
        plan(row, id: row["id"], name: row["name"], text: row["name"], faults: machine.faults.select { |fault| covers?(row, fault) })
      end

      def self.covers?(row, fault)
        (row["faults"] || []).include?(fault.id) || (row["kinds"] || []).include?(fault.repair) || (row["circuits"] || []).include?(fault.circuit)
      end

      def self.plan(row, **own)
        Plan.new(minutes: row["minutes"], success: row["success"], state: row["state"], hazards: row["hazards"],
                 destroys: row["destroys"] || [], refers: row["refers"], **own)
      end
      private_class_method :plan, :covers?
    end
  end
end
