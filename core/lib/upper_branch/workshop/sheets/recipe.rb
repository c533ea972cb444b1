# frozen_string_literal: true

module UpperBranch
  module Workshop
    module Sheets
      # What the catalogue says of one repair on one machine, the row of its kind and its own put together.
      #
      #   Recipe.of(machine, Repairs.find(machine, "seat-swollen")).steps   # => ["say-found", "needle-out", ...]
      class Recipe
        # machine: Machine; plan: Repairs::Plan
        def self.of(machine, plan)
          sheets = machine.catalogue.book.sheets
          fault = machine.fault(plan.id) or return new(machine, {}, sheets.composite(plan.id))
          kind = Repairs.kind_of(machine, fault)["id"]
          own = sheets.fault(fault.id)
          # What becomes licensed work here is not done at this bench, whatever the sheet of the fault says.
          new(machine, sheets.kind(kind), kind == fault.repair ? own : own.slice("avoid"))
        end

        # kind: row of the kind, empty for a composite; own: row of the fault or composite
        def initialize(machine, kind, own)
          @machine = machine
          @kind = kind
          @own = own
        end

        # Ids of steps in order, each once.
        def steps
          left_out = @own["alone"] || []
          ends = { "before" => @kind["before"], "after" => @kind["after"] }.except(*left_out)
          [ends["before"], own_steps, ends["after"]].flatten.compact.uniq
        end

        # Ids of what of the inside has to come off, or nil where all of it has.
        def inside = @own["inside"] || @kind["inside"]

        def purpose = @own["purpose"]
        def avoid = @own["avoid"] || @kind["avoid"]
        def parts = both("parts")
        def tools = both("tools")
        def schools = both("schools")
        def choices = @own["choices"] || @kind["choices"] || []

        # Ids of the figures that are written down as left: a fault's own, else those of its kind.
        def left = @own["left"] || @kind["left"] || []

        private

        def own_steps
          way = (@own["ways"] || []).find { |row| Catalogue::Needs.met?(row["needs"], @machine.features) }
          (way || @own)["steps"] || []
        end

        def both(what) = [@kind, @own].flat_map { |row| row[what] || [] }.uniq
      end
    end
  end
end
