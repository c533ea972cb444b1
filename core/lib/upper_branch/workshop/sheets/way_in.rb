# frozen_string_literal: true

module UpperBranch
  module Workshop
    module Sheets
      # What comes off a carburetor, and what goes back on, by how it stands and how far a repair wants it apart.
      #
      #   way = WayIn.new(machine, from: "on", to: "open")
      #   way.off.map { |row| row["id"] }    # => ["secure", "fuel-shut", ...], in the order they come off
      class WayIn
        # Ids of all that can come off a machine.
        def self.parts(machine) = new(machine, from: "on", to: "apart").all.map { |row| row["id"] }

        # from, to: as BenchState calls the carburetor; to may be a state with nothing to take off (S, R); inside: ids
        # of what has to come off once it is on the bench, nil for all
        def initialize(machine, from:, to:, inside: nil)
          @machine = machine
          @strip = machine.catalogue.book.strip
          @from = ids(from)
          @to = inside && to == "apart" ? ids("bench") | (ids(to) & inside) : ids(to)
        end

        # Raw rows of strip.yml that have still to come off.
        def off = rows(@to - @from)

        # Rows that go back on, in that order: all that is off in the end.
        def back = rows(@from | @to).reverse

        # Rows of every way in there is.
        def all = rows(ids("open") | ids("apart"))

        # Is nothing off, before or after?
        def whole? = back.empty?

        private

        def ids(state)
          row = @strip.row(@machine.family["id"])
          case state
          when "open" then row["open"]
          when "bench" then row["bench"]
          when "apart" then row["bench"] | row["apart"]
          else []
          end
        end

        def rows(ids)
          ids.map { |id| @strip.item(id) }.select { |row| Catalogue::Needs.met?(row["needs"], @machine.features) }
        end
      end
    end
  end
end
