# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # The screws a technician turns: of which kind each is on a machine, and which words of the tables mean the other
      # side on an air screw.
      class Screws < Section
        def kinds = data["kinds"]
        def speed = data["speed"]
        def fact_name(fact) = data["facts"].fetch(fact)
        def digests = { "screws" => sum(data) }

        # The kinds a mixture screw can be of, and the features that say so.
        def shown
          row = data && rows.find { |one| one["air_by"] } or return { screws: [] }
          flags = { "fuel" => [false, false], "air" => [true, false], "unknown" => [false, true] }
          { screws: kinds.map do |id, kind|
            features = row.values_at("air_by", "unknown_by").zip(flags.fetch(id)).to_h
            { id: id, name: kind["name"], says: kind["says"], features: features, needs: row["needs"] }
          end }
        end

        # The rows of the screws on a machine with these features (Set), each with its "kind": "fuel", "air" or
        # "unknown".
        def on(features)
          rows.select { |row| Needs.met?(row["needs"], features) }
              .map { |row| row.merge("kind" => kind(row, features)) }
        end

        # What the sided words of the tables are worth there: {[finding, word] => [[finding, word, share], ...]}; empty
        # where all stand as they are written.
        def read_as(features)
          return {} unless data

          kind = on(features).find { |row| row["air_by"] }&.fetch("kind") || "fuel"
          other = { "fuel" => 0.0, "air" => 1.0, "unknown" => 0.5 }.fetch(kind)
          other.zero? ? {} : sides.flat_map { |one, two| turned(one, two, other) }.to_h
        end

        # Pairs of words that mean the two sides: [[[finding, word], [finding, word]], ...]
        def sides
          told = data["opposite"]["symptoms"].map { |pair| pair.map { |symptom| [symptom, "present"] } }
          told + data["opposite"]["checks"].flat_map { |check, pairs| pairs.map { |pair| pair.map { |w| [check, w] } } }
        end

        private

        def kind(row, features)
          return row["kind"] if row["kind"]
          return "unknown" if features.include?(row["unknown_by"])

          features.include?(row["air_by"]) ? "air" : "fuel"
        end

        def turned(one, two, other)
          [[one, two], [two, one]].map do |own, opposite|
            [own, [[*own, 1 - other], [*opposite, other]].reject { |_, _, share| share.zero? }]
          end
        end

        def look
          rows.each_with_index { |row, i| screw("/screws/#{i}", row) }
          known("/speed", "speed", speed["checks"], book.checks.ids, "check")
          known("/speed", "speed", speed["faults"], book.faults.ids, "fault")
          known("/opposite", "opposite", data["opposite"]["symptoms"].flatten, book.symptoms.ids, "symptom")
          data["opposite"]["checks"].each { |check, pairs| answers("/opposite", "opposite", check, pairs.flatten) }
        end

        def screw(at, row)
          fitting(at, row)
          known(at, row["id"], row.values_at("air_by", "unknown_by").compact, book.families.features.keys, "feature")
          known(at, row["id"], row["checks"] + row["facts"].values, book.checks.ids, "check")
          known(at, row["id"], row["facts"].keys, data["facts"].keys, "fact")
          known(at, row["id"], row["faults"], book.faults.ids, "fault")
        end
      end
    end
  end
end
