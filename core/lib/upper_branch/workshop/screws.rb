# frozen_string_literal: true

module UpperBranch
  module Workshop
    # The screws of one machine and which way each is richer: said wherever one is turned, counted or set.
    #
    #   Screws.of(machine)                        # => [Screw, ...]
    #   Screws.turned_at(machine, "mixture-sweep")  # => Screw with "Fuel screw: out is richer, in is leaner.", or nil
    module Screws
      # kind: "fuel", "air", "unknown" or nil (the idle-speed screw); richer: "out", "in" or nil
      Screw = Struct.new(:id, :name, :kind, :richer, :says, :checks, :faults, keyword_init: true)

      module_function

      def of(machine)
        section = machine.catalogue.book.screws
        section.on(machine.features).map { |row| mixture(row, section.kinds.fetch(row["kind"])) } + [speed(section)]
      end

      # The screw that a check turns, or nil.
      def turned_at(machine, check_id) = of(machine).find { |screw| screw.checks.include?(check_id) }

      # The screw that a fault is about, or nil.
      def of_fault(machine, fault_id) = of(machine).find { |screw| screw.faults.include?(fault_id) }

      def mixture(row, kind)
        Screw.new(id: row["id"], name: row["name"], kind: row["kind"], richer: kind["richer"], says: kind["says"],
                  checks: row["checks"], faults: row["faults"])
      end

      def speed(section)
        Screw.new(id: "speed", says: section.speed["says"], name: section.speed["name"],
                  checks: section.speed["checks"], faults: section.speed["faults"])
      end
      private_class_method :mixture, :speed
    end
  end
end
