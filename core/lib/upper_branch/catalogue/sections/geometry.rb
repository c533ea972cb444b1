# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # The holes of carburetors and their usual sizes.
      class Geometry < Section
        def rows = data ? data["fields"] : []

        # Measuring::Metering::Sheets, or nil where a catalogue has none.
        def record = data && Measuring::Metering::Sheets.new(data, book.worktop.data["fuels"])

        private

        def look
          return unless data

          unique("/fields")
          rows.each_with_index { |row, i| field("/fields/#{i}", row) }
          usual
          data["measured"].each_with_index do |row, i|
            known("/measured/#{i}", row["field"], [row["check"]], book.checks.ids, "check")
            known("/measured/#{i}", row["check"], [row["field"]], ids, "field")
          end
        end

        def field(at, row)
          known(at, row["id"], [row["group"]], data["groups"].keys, "group")
          known(at, row["id"], [row["kind"]].compact, Measuring::Units::KINDS.keys, "kind of quantity")
        end

        # Every family has its sizes, and no sizes but of fields there are.
        def usual
          known("/usual", "usual", data["usual"].keys - ["all"], book.families.ids, "family")
          known("/usual", "usual", book.families.ids, data["usual"].keys, "carburetor")
          data["usual"].each { |family, sizes| known("/usual/#{family}", family, sizes.keys, ids, "field") }
        end
      end
    end
  end
end
