# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # What a technician can do to learn something.
      class Checks < Section
        READING = %w[
          by
          instrument
          gauge
          name
          unit
          units
          resolution
          physical
          words
          source
          calculator
          ask
          points
          altitude
        ].freeze
        BY_CUTS = %w[number calculator].freeze # readings that are judged by cuts between words

        def digests = sums

        # Array of Check. scale: of the same catalogue
        def records(scale) = rows.map { |row| Check.new(row, scale) }

        def tools = rows.flat_map { |row| row["tools"] || [] }
        def shown = { checks: rows.map { |row| one(row) } }

        private

        def look
          unique
          rows.each_with_index do |row, i|
            fitting("/#{i}", row)
            names("/#{i}", row)
            OutcomeKinds.new(row, book).problems.each { |reason| problem("/#{i}", reason) }
            reading("/#{i}", row, row["reading"]) if row["reading"]
          end
        end

        def names(at, row)
          known(at, row["id"], (row["observes"] || {}).keys, book.symptoms.ids, "symptom")
          known(at, row["id"], row["hazards"], book.hazards.ids, "hazard")
          known(at, row["id"], row["after"], ids, "check")
          known(at, row["id"], words_named(row), row["outcomes"].keys, "outcome")
          known(at, row["id"], (row["fits"] || {}).values.flat_map(&:keys), book.families.features.keys, "feature")
        end

        # Every word that the row names outside its own list of outcomes.
        def words_named(row)
          tables = [row["is"], row["clears"], row["fits"], row["outcome_needs"], row.dig("picture", "places")]
          rule = row["reading"] || {}
          roles = [*rule["roles"]&.values, *rule["points"]&.map { |point| point["short"] }].flatten
          observed = (row["observes"] || {}).values.map { |one| one["words"] }
          lists = [row["neutral"], row["shows"], row["cures"], rule["words"], *observed]
          tables.compact.flat_map(&:keys) + lists.flat_map { |list| listed(list) } + roles
        end

        def reading(at, row, rule)
          known(at, row["id"], (rule["families"] || {}).keys, book.families.ids, "family")
          known(at, row["id"], [rule["calculator"]].compact, book.worktop.ids, "calculator")
          known(at, row["id"], [rule["reversed_by"]].compact, book.families.features.keys, "feature")
          cuts(at, row["id"], rule) if BY_CUTS.include?(rule["by"] || "number")
        end

        def cuts(at, id, rule)
          lists = [rule["cuts"], *(rule["families"] || {}).values].compact
          problem(at, "#{id}: a reading by number has cuts") if lists.empty?
          lists.each do |cuts|
            next if cuts.sort == cuts && rule["words"].size == cuts.size + 1

            problem(at, "#{id}: a reading has one word more than it has cuts, and the cuts rise")
          end
        end

        def one(row)
          {
            id: row["id"],
            name: row["name"],
            stage: row["file"][0].upcase,
            states: row["state"],
            minutes: row["minutes"],
            steps: row["steps"],
            tools: listed(row["tools"]),
            hazards: listed(row["hazards"]),
            needs: listed(row["needs"]),
            multi: row["multi"] == true,
            per: row["per"],
            outcomes: row["outcomes"].map { |id, name| outcome(row, id, name) },
            reading: shown_reading(row["reading"]),
            icon: row["icon"],
            place: row["place"],
            picture: row["picture"]
          }
        end

        def outcome(row, id, name)
          kind = "abnormal"
          kind = "healthy" if id == row["outcomes"].keys.first && !row["no_healthy"]
          kind = "neutral" if listed(row["neutral"]).include?(id)
          { id: id, name: name, kind: kind, needs: (row["outcome_needs"] || {})[id] || [] }
        end

        def shown_reading(rule)
          usual = { "by" => "number", "instrument" => "number", "units" => [rule&.fetch("unit")], "ask" => [] }
          rule && usual.merge(rule.slice(*READING))
        end
      end
    end
  end
end
