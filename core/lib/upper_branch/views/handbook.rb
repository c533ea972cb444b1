# frozen_string_literal: true

require "erb"

module UpperBranch
  module Views
    # The catalogue as a Markdown book, so that a practitioner can read and correct it without code. Made by
    # bin/handbook; its page is handbook.md.erb.
    class Handbook
      PAGE = File.expand_path("handbook.md.erb", __dir__)
      WORDS = { "A" => "almost always", "O" => "often", "S" => "sometimes", "R" => "rarely" }.freeze
      RATES = { "VC" => "very common", "C" => "common", "U" => "uncommon", "R" => "rare" }.freeze
      FEEDS = ["rests", "a little", "shares", "leads"].freeze

      def initialize(catalogue)
        @catalogue = catalogue
      end

      def to_s
        ERB.new(File.read(PAGE), trim_mode: "-").result(binding).gsub(/\n{3,}/, "\n\n")
      end

      private

      def faults_of(circuit)
        @catalogue.faults.select { |fault| fault.circuit == circuit["id"] }
      end

      def rate(fault)
        rate = fault.rate
        more = [("when #{rate['when']}" if rate["when"]), *at(rate["raised"], "when"), *at(rate["families"], "on")]
        "#{[RATES[rate['is']], *more.compact].join(', ')}#{'; from memory' if fault.from_memory?}"
      end

      # {"old" => "C"}, "when" -> ["common when old"]
      def at(letters, joined)
        (letters || {}).map { |id, letter| "#{RATES[letter]} #{joined} #{id}" }
      end

      def fitted(fault)
        fault.needs.empty? ? "" : " Needs #{fault.needs.join(', ')}."
      end

      def shows(fault)
        effects = fault.effects.map { |link| "#{@catalogue.effect(link.id).says} (#{WORDS[link.strength]})" }
        links = effects + fault.symptoms.map { |link| symptom(link) }
        links.empty? ? "only at its proof" : links.join("; ")
      end

      def effect_shows(effect)
        words = effect.outcomes.map { |id, word, letter,| "#{check_name(id)}: #{outcome(id, word, letter)}" }
        (effect.symptoms.map { |link| symptom(link) } + words).join("; ")
      end

      def proof(fault)
        checks = fault.outcomes.group_by(&:first)
        checks.map { |id, rows| "#{check_name(id)}: #{outcomes(rows)}" }.join("; ")
      end

      # Each outcome with what it counts for: a defect (is), what it clears, or a sign by itself.
      def outcomes_of(check)
        check.outcomes.map do |word, name|
          clears = check.clears.fetch(word, [])
          kind = [("is a defect" if check.is.key?(word)), ("clears #{clears.size}" if clears.any?)].compact
          kind.empty? ? name : "#{name} (#{kind.join(', ')})"
        end
      end

      def outcomes(rows) = rows.map { |id, word, letter,| outcome(id, word, letter) }.join(" or ")
      def outcome(id, word, letter) = "#{@catalogue.check(id).outcomes[word].downcase} (#{WORDS[letter]})"

      # One step of a plan as a sentence: a look, a trial, or a piece of work, its figures left open.
      def plan_step(step)
        return "#{check_name(step['check'])}." if step["check"]
        return "#{step['name']} as a trial." unless step["task"]

        said = @catalogue.book.work_steps.row(step["task"])["do"]
        said.gsub(/\[[^\]]*\]/, "").gsub(Catalogue::Sections::WorkSteps::PLACEHOLDER, "its figure")
      end

      def check_name(id) = @catalogue.check(id).name.delete_suffix("?")
      def symptom(link) = "#{@catalogue.symptom(link.id).name.downcase} (#{WORDS[link.strength]})"

      # What a family's carburetor has more than once, where its pump shoots, how it gives access.
      def made(family)
        places = (family["places"] || {}).map { |kind, ids| "#{kind.capitalize}s: #{ids.join(', ')}." }
        more = %w[unlike access].flat_map { |key| (family[key] || []).map { |row| row["says"] } }
        [*places, family["streams_into"], *more].compact.join(" ")
      end

      def openings = @catalogue.primer["openings"]

      # Lessons or drills of the primer.
      def named(part)
        @catalogue.primer[part].map { |row| "- **#{row['name']}**: #{row['says']}" }.join("\n")
      end

      def option(topic, row)
        "#{row['name']}#{' (default)' if row['id'] == topic['default']} - #{row['why']}"
      end
    end
  end
end
