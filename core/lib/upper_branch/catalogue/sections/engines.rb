# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # The simulated engine of each family: what it has beyond the holes of its carburetor, and how it burns.
      class Engines < Section
        def rows = data ? data["fields"] : []

        # Measuring::Metering::Sheets of holes and engine together, or nil where a catalogue has none.
        def record
          return unless data && book.geometry.data

          holes = book.geometry.data
          usual = holes["usual"].to_h { |family, sizes| [family, sizes.merge(data["usual"][family] || {})] }
          Measuring::Metering::Sheets.new(
            holes.merge("fields" => holes["fields"] + rows, "groups" => holes["groups"].merge(data["groups"]),
                        "usual" => usual),
            book.worktop.data["fuels"]
          )
        end

        # {name => number or pair of numbers}
        def figures = data["figures"].transform_values { |row| row["value"] }
        def burning = data["burning"]
        def gauges = data["gauges"]

        private

        def gauges_known
          known("/gauges", "gauges", [gauges["family"]], book.families.ids, "family")
          faults = gauges["signals"].flat_map { |row| (row["faults"] || {}).keys }
          known("/gauges", "gauges", faults, book.faults.ids, "fault")
        end

        def look
          return unless data

          unique("/fields")
          known("/fields", "fields", ids & book.geometry.ids, [], "field of its own")
          rows.each_with_index do |row, i|
            known("/fields/#{i}", row["id"], [row["group"]], data["groups"].keys, "group")
          end
          gauges_known
          known("/usual", "usual", book.families.ids + ["all"], data["usual"].keys, "engine")
          data["usual"].each { |family, sizes| known("/usual/#{family}", family, sizes.keys, ids, "field") }
        end
      end
    end
  end
end
