# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # What the tables cannot say alone: faults that come together, faults that hide others, the order a shop never
      # breaks.
      class Rules < Section
        NAMED = %w[allow checks clear].freeze # lists of checks in a rule of order

        def couplings = data["couplings"]
        def masks = data["masks"]
        def order = data["order"]
        def gates = data["gates"] || []
        def digests = { "rules" => sum(data) }
        def shown = { gates: gates }

        private

        def look
          couplings.each_with_index { |row, i| coupling(row, "/couplings/#{i}") }
          masks.each_with_index { |row, i| mask(row, "/masks/#{i}") }
          order.each_with_index { |row, i| rule(row, "/order/#{i}") }
          gates.each_with_index { |row, i| gate(row, "/gates/#{i}") }
        end

        def gate(row, at)
          known(at, row["id"], row["symptoms"], book.symptoms.ids, "symptom")
          checks = row.values_at("sound", "checks", "forbids", "allow").compact.flatten
          known(at, row["id"], checks, book.checks.ids, "check")
          { "hazards" => [book.hazards, "hazard"], "loops" => [book.loops, "setting loop"] }.each do |key, (rows, what)|
            known(at, row["id"], row[key], rows.ids, what)
          end
          known(at, row["id"], Needs.flags(row["needs"]), book.families.features.keys, "feature")
          terms(at, row)
        end

        def coupling(row, at)
          known(at, row["name"], row["one"] + listed(row["other"]), book.faults.ids, "fault")
          known(at, row["name"], row["other_effects"], book.effects.ids, "effect")
        end

        def mask(row, at)
          known(at, row["name"], [row["effect"], row["hides"]].compact, book.effects.ids, "effect")
          known(at, row["name"], [row["fault"]].compact, book.faults.ids, "fault")
        end

        def rule(row, at)
          checks = NAMED.flat_map { |key| listed(row[key]) } + listed(row["groups"]).flatten
          known(at, row["id"], checks, book.checks.ids, "check")
          known(at, row["id"], row["symptoms"], book.symptoms.ids, "symptom")
          known(
            at,
            row["id"],
            [row["repair"]].compact,
            book.repairs.composites.map { |plan| plan["id"] },
            "composite repair"
          )
          terms(at, row)
        end

        def terms(at, row)
          listed(row["outcomes"]).each do |term|
            term.split("=").then { |check, word| answers(at, row["id"], check, [word]) }
          end
        end
      end
    end
  end
end
