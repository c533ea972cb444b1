# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Work that begins without a complaint: ordered looks and trials.
      class Plans < Section
        def digests = sums
        def shown = { plans: rows.map { |row| row.slice("id", "name", "says", "needs", "when", "due") } }

        private

        def look
          unique
          rows.each_with_index do |row, i|
            fitting("/#{i}", row)
            known("/#{i}", row["id"], [row["when"]].compact, book.context.conditions, "context condition")
            row["steps"].each { |step| step("/#{i}", row, step) }
          end
        end

        def step(at, row, step)
          return known(at, row["id"], [step["task"]], book.work_steps.ids, "step of work") if step["task"]

          step["check"] ? check(at, row, step) : trial(at, row, step)
        end

        def check(at, row, step) = known(at, row["id"], [step["check"]], book.checks.ids, "check")

        def trial(at, row, step)
          fitting(at, step)
          known(at, row["id"], step["mends"], book.faults.ids, "fault")
          known(at, row["id"], [step["per"]].compact, book.families.place_kinds.keys, "kind of place")
          settings = row["steps"].filter_map { |one| one["trial"] }
          known(at, row["id"], [step.dig("matched", "to")].compact, settings, "trial")
        end
      end
    end
  end
end
