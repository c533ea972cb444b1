# frozen_string_literal: true

module UpperBranch
  module Workshop
    module Sheets
      # What has still to come off, from how the carburetor stands to how far a repair wants it apart.
      #
      #   WayIn.items(machine, from: "on", to: "open").map { |row| row["id"] }   # => ["secure", "fuel-shut", ...]
      module WayIn
        module_function

        # Raw rows of strip.yml in the order they come off. from, to: as BenchState calls the carburetor; to may be a
        # state with nothing to take off (S, R).
        def items(machine, from:, to:)
          strip = machine.catalogue.book.strip
          off = taken(strip, machine, from)
          (taken(strip, machine, to) - off).map { |id| strip.item(id) }
                                           .select { |row| Catalogue::Needs.met?(row["needs"], machine.features) }
        end

        # Ids of all that is off in a state.
        def taken(strip, machine, state)
          row = strip.row(machine.family["id"])
          case state
          when "open" then row["open"]
          when "bench" then row["bench"]
          when "apart" then row["bench"] | row["apart"]
          else []
          end
        end
        private_class_method :taken
      end
    end
  end
end
