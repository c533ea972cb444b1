# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Building blocks of the work sheets, each one action, and the figures they ask for.
      class WorkSteps < Section
        PLACEHOLDER = /\{([a-z-]+)\}/
        SOURCES = %w[limit found move start side].freeze # of a figure that a check answers

        def rows = listed(data && data["steps"])
        def figures = data["figures"]
        def starts = data["starts"]
        def shut = data["shut"]

        private

        def look
          unique("/steps")
          rows.each_with_index { |row, i| step("/steps/#{i}", row) }
          figures.each { |id, row| figure("/figures/#{id}", id, row) }
          known("/shut", "shut", shut.values_at("step", "after"), ids, "step")
          known("/shut", "shut", [shut["hazard"]], book.hazards.ids, "hazard")
          starts.each_with_index { |row, i| start("/starts/#{i}", row) }
        end

        def step(at, row)
          fitting(at, row)
          known(at, row["id"], [row["per"]].compact, book.families.place_kinds.keys, "kind of place")
          [row, *row["ways"]].each { |way| done(at, row["id"], way) }
        end

        # One way of doing a step.
        def done(at, owner, way)
          said = "#{way['do']}#{way['stop']}"
          known(at, owner, Needs.flags(way["needs"]), book.families.features.keys, "feature")
          known(at, owner, way["hazards"], book.hazards.ids, "hazard")
          known(at, owner, [way["check"]].compact, book.checks.ids, "check")
          known(at, owner, said.scan(PLACEHOLDER).flatten, figures.keys, "figure")
        end

        def start(at, row)
          known(at, "start", row["steps"], ids, "step")
          known(at, "start", Needs.flags(row["needs"]), book.families.features.keys, "feature")
        end

        def figure(at, id, row)
          known(at, id, row.values_at(*SOURCES).compact, book.checks.ids, "check")
          known(at, id, [row["card"]].compact, book.spec_items.ids, "item of a spec card")
          known(at, id, [row["trial"]].compact, book.plans.rows.flat_map { |plan| plan["steps"] }
                                                     .filter_map { |step| step["trial"] }, "trial")
        end
      end
    end
  end
end
