# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # How parts fail.
      class Faults < Section
        def digests = sums
        def records = rows.map { |row| Fault.new(row) }
        def shown = { faults: records.map { |fault| one(fault) } }

        # Raw rows of the faults a family can have as it comes.
        def on(family)
          @on ||= {}
          @on[family["id"]] ||= rows.select do |row|
            (row["families"].nil? || row["families"].include?(family["id"])) &&
              Needs.met?(row["needs"], family["features"].to_set)
          end
        end

        # Ids of the faults that show any word of a check, by themselves or through an effect.
        def shown_at(check)
          @shown_at ||= {}
          @shown_at[check] ||= rows.select { |row| shows?(row, check) }.to_set { |row| row["id"] }
        end

        # Ids of the faults that show one word, by themselves or through an effect.
        def showing(check, word)
          rows.select { |row| words(row, check).include?(word) }.map { |row| row["id"] }
        end

        private

        def words(row, check)
          through = (row["effects"] || {}).keys.map { |id| book.effects.row(id)&.dig("checks", check) }
          [row.dig("checks", check), *through].compact.flat_map(&:keys).flat_map { |key| key.split("/") }
        end

        def shows?(row, check)
          (row["checks"] || {}).key?(check) ||
            (row["effects"] || {}).keys.any? { |id| book.effects.row(id)&.dig("checks", check) }
        end

        def look
          unique
          rows.each_with_index do |row, i|
            fitting("/#{i}", row)
            links("/#{i}", row)
            names("/#{i}", row)
            known("/#{i}", row["id"], row["only_at"], book.families.place_words.keys, "place")
          end
        end

        def names(at, row)
          known(at, row["id"], (row["effects"] || {}).keys, book.effects.ids, "effect")
          known(at, row["id"], [row["circuit"] || row["file"]], book.circuits.ids, "circuit")
          known(at, row["id"], [row["repair"]], book.repairs.kinds.map { |kind| kind["id"] }, "kind of repair")
          known(at, row["id"], named_conditions(row), book.context.conditions, "context condition")
        end

        # Conditions of the machine and its work that a fault's own numbers hang on.
        def named_conditions(row)
          rate = row["rate"]
          by_rate = rate.is_a?(Hash) ? [rate["when"]].compact + (rate["raised"] || {}).keys : []
          by_rate + [row["intended"]].compact
        end

        def one(fault)
          proof = fault.outcomes.map { |check, word,| { check: check, word: word } }
          { id: fault.id, name: fault.name, why: fault.why, circuit: fault.circuit, part: fault.part.id,
            part_name: fault.part.name, repair: fault.repair_text, from_memory: fault.from_memory?, needs: fault.needs,
            symptoms: symptoms(fault), when: conditions(fault), proof: proof }
        end

        # The conditions under which it shows a symptom, where the tables say so: {symptom => [condition ids]}
        def conditions(fault)
          own = fault.symptoms.to_h { |link| [link.id, link.conditions] }
          through = fault.effects.flat_map do |link|
            Links.plain(book.effects.row(link.id)["symptoms"]).map { |to| [to.id, link.conditions + to.conditions] }
          end
          through.reduce(own) do |all, (id, list)|
            all.merge(id => (all[id] || []) | list)
          end.reject { |_, list| list.empty? }
        end

        # Symptoms a fault can show, by itself or through its effects.
        def symptoms(fault)
          effects = book.effects.rows.select { |row| fault.effects.any? { |link| link.id == row["id"] } }
          by_effect = effects.to_h { |row| [row["id"], (row["symptoms"] || {}).keys] }
          (fault.symptoms.map(&:id) + fault.effects.flat_map { |link| by_effect.fetch(link.id) }).uniq
        end
      end
    end
  end
end
