# frozen_string_literal: true

module UpperBranch
  module Views
    # The catalogue as a Markdown book, so that a practitioner can read and correct it without code. Made by bin/handbook.
    class Handbook
      WORDS = { "A" => "almost always", "O" => "often", "S" => "sometimes", "R" => "rarely" }.freeze
      RATES = { "VC" => "very common", "C" => "common", "U" => "uncommon", "R" => "rare" }.freeze
      FEEDS = ["rests", "a little", "shares", "leads"].freeze

      def initialize(catalogue)
        @catalogue = catalogue
      end

      def to_s
        [head, circuits, effects, checks, cautions, schools, mistakes, primer].join("\n\n").gsub(/\n{3,}/, "\n\n").concat("\n")
      end

      private

      def head
        <<~TEXT
          # Handbook of the catalogue

          Made from core/knowledge by bin/handbook: correct the YAML, not this page. All rates and strengths are expert judgement. "From memory" marks
          what the writer added and the trade has still to confirm. Guidance for a competent person; the maker's data, local codes and licensed practice come first.
        TEXT
      end

      def circuits
        "## Circuits and their faults\n\n#{@catalogue.circuits.map { |row| circuit(row) }.join("\n\n")}"
      end

      def circuit(row)
        faults = @catalogue.faults.select { |fault| fault.circuit == row["id"] }
        "### #{row['name']}\n\n#{row['does']} Works: #{row['works_at']}. Path: #{row['path']}.\nToo little: #{row['too_little']}. Too much: #{row['too_much']}.\n\n" \
          "#{faults.map { |fault| fault_text(fault) }.join("\n")}"
      end

      def fault_text(fault)
        "- **#{fault.name}** (`#{fault.id}`, #{fault.part.name}; #{rate(fault.rate)}#{'; from memory' if fault.from_memory?}). #{fault.why}#{fitted(fault)} Shows: #{shows(fault)}. " \
          "Proof: #{proof(fault)}. Mend: #{fault.repair_text}"
      end

      def rate(rate)
        more = [("when #{rate['when']}" if rate["when"]), *(rate["raised"] || {}).map { |condition, letter| "#{RATES[letter]} when #{condition}" },
                *(rate["families"] || {}).map { |family, letter| "#{RATES[letter]} on #{family}" }].compact
        [RATES[rate["is"]], *more].join(", ")
      end

      def fitted(fault)
        fault.needs.empty? ? "" : " Needs #{fault.needs.join(', ')}."
      end

      def shows(fault)
        links = fault.effects.map { |link| "#{@catalogue.effect(link.id).says} (#{WORDS[link.strength]})" } +
                fault.symptoms.map { |link| "#{@catalogue.symptom(link.id).name.downcase} (#{WORDS[link.strength]})" }
        links.empty? ? "only at its proof" : links.join("; ")
      end

      def proof(fault)
        fault.outcomes.group_by(&:first).map do |id, rows|
          "#{@catalogue.check(id).name.delete_suffix('?')}: #{rows.map do |_, word, letter,|
            "#{@catalogue.check(id).outcomes[word].downcase} (#{WORDS[letter]})"
          end.join(' or ')}"
        end.join("; ")
      end

      def effects
        rows = @catalogue.effects.map do |effect|
          shown = effect.symptoms.map { |link| symptom(link) } + effect.outcomes.map { |check, word, letter,| outcome(check, word, letter) }
          "- **#{effect.id}**: #{effect.says}. Shows: #{shown.join('; ')}."
        end
        "## Effects: what a fault does, and how that shows\n\n#{rows.join("\n")}"
      end

      def symptom(link) = "#{@catalogue.symptom(link.id).name.downcase} (#{WORDS[link.strength]})"

      def outcome(id, word, letter)
        check = @catalogue.check(id)
        "#{check.name.delete_suffix('?')}: #{check.outcomes[word].downcase} (#{WORDS[letter]})"
      end

      def checks
        rows = @catalogue.checks.map do |check|
          "- **#{check.name}** (`#{check.id}`, state #{check.states.join('/')}, #{check.minutes} min). #{check.steps.join(' ')} Outcomes: #{check.outcomes.values.join(' · ')}."
        end
        "## Checks\n\n#{rows.join("\n")}"
      end

      def cautions
        "## Cautions\n\n#{@catalogue.hazards.map { |row| "- **#{row['name']}**: #{row['caution']}" }.join("\n")}"
      end

      def primer
        primer = @catalogue.primer
        openings = primer["openings"]
        rows = primer["feeds"].map { |id, at| "| #{[@catalogue.circuit(id)['name'], *openings.map { |row| FEEDS[at[row['id']]] }].join(' | ')} |" }
        "## How it works\n\nWhich circuit feeds when:\n\n| | #{openings.map { |row| row['name'] }.join(' | ')} |\n|#{'---|' * (openings.size + 1)}\n#{rows.join("\n")}\n\n" \
          "#{named(primer['lessons'])}\n\n### Cold start by type\n\n#{named(primer['drills'])}\n\n### On the telephone\n\n#{primer['telephone'].map { |line| "- #{line}" }.join("\n")}"
      end

      def named(rows)
        rows.map { |row| "- **#{row['name']}**: #{row['says']}" }.join("\n")
      end

      def mistakes
        "## Mistakes to design against\n\n#{@catalogue.mistakes.map { |row| "- **#{row['name']}**: #{row['instead']}" }.join("\n")}"
      end

      def schools
        rows = @catalogue.schools.map { |topic| "- **#{topic['name']}**: #{topic['options'].map { |row| "#{row['name']}#{' (default)' if row['id'] == topic['default']} - #{row['why']}" }.join(' / ')}" }
        "## Schools\n\n#{rows.join("\n")}"
      end
    end
  end
end
