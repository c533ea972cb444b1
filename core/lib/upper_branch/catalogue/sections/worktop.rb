# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # The calculations of the trade.
      class Worktop < Section
        def rows = data ? data["calculators"] : []

        # Measuring::Worktop, or nil where a catalogue has none.
        def record = data && Measuring::Worktop.new(data)

        private

        def look
          rows.each_with_index do |row, i|
            at = "/calculators/#{i}"
            problem(at, "#{row['id']}: no formula of this name") unless Measuring::Worktop.formula(row["id"])
            known(at, row["id"], [row["check"]].compact, book.checks.ids, "check")
            known(at, row["id"], [row["caution"]].compact, book.hazards.ids, "hazard")
            quantities(at, row)
          end
        end

        def quantities(at, row)
          known(at, row["id"], [row.dig("plot", "x")].compact, row["inputs"].map { |input| input["id"] }, "input")
          known(at, row["id"], row.dig("plot", "y"), row["outputs"].map { |output| output["id"] }, "output")
          kinds = (row["inputs"] + row["outputs"]).filter_map { |one| one["kind"] }
          known(at, row["id"], kinds, Measuring::Units::KINDS.keys, "kind of quantity")
        end
      end
    end
  end
end
