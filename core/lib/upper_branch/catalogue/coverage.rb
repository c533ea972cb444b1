# frozen_string_literal: true

require "set"

module UpperBranch
  class Catalogue
    # Is the trade covered? For every family: each word has a cause, each fault a proof, each symptom a cause,
    # the five main complaints eight competing causes wherever they can occur.
    class Coverage
      MAIN_COMPLAINTS = ["flooding", "hesitation", "stalling", "surging", "poor idle"].freeze
      COMPETING = 8

      def initialize(tables, locator)
        @tables = tables
        @locator = locator
        @problems = []
        @faults = tables["faults"].map { |row| Fault.new(row) }
        @effects = tables["effects"].to_h { |row| [row["id"], row] }
      end

      def problems
        word_has_cause
        @tables["families"]["families"].each { |family| family_covered(family) }
        @problems
      end

      private

      def problem(section, index, reason)
        @problems << @locator.call(section, index, reason)
      end

      # [[check, word], ...] that a fault can show, by itself or by its effects.
      def words_shown(fault)
        (@words_shown ||= {})[fault.id] ||= begin
          own = fault.outcomes.map { |check, word,| [check, word] }
          (own + fault.effects.flat_map { |link| Links.outcomes(@effects[link.id]["checks"]).map { |check, word,| [check, word] } } + by_sameness(fault)).to_set
        end
      end

      def symptoms_shown(fault)
        (@symptoms_shown ||= {})[fault.id] ||=
          (fault.symptoms.map(&:id) + fault.effects.flat_map { |link| (@effects[link.id]["symptoms"] || {}).keys } + by_word(fault)).to_set
      end

      # Symptoms that are the same observation as a word the fault itself shows.
      def by_word(fault)
        fault.outcomes.filter_map { |check, word,| same_words.dig(check, word) }
      end

      def same_words
        @same_words ||= @tables["checks"].to_h { |row| [row["id"], row["same"] || {}] }
      end

      def by_sameness(fault)
        @tables["checks"].flat_map do |row|
          (row["same"] || {}).select { |_, symptom| symptoms_shown(fault).include?(symptom) }.keys.map { |word| [row["id"], word] }
        end
      end

      def word_has_cause
        caused = @faults.map { |fault| words_shown(fault) }.reduce(Set.new, :|)
        @tables["checks"].each_with_index do |row, i|
          abnormal = row["outcomes"].keys.drop(row["no_healthy"] ? 0 : 1) - (row["neutral"] || [])
          abnormal.each { |word| problem("checks", i, "#{row['id']}: no fault causes #{word}") unless caused.include?([row["id"], word]) }
        end
      end

      def family_covered(family)
        features = family["features"].to_set
        faults = @faults.select { |fault| fault.on?(family["id"], features) }
        checks = @tables["checks"].select { |row| Needs.met?(row["needs"], features) && (row["families"].nil? || row["families"].include?(family["id"])) }
        provable(family, faults, checks.to_set { |row| row["id"] })
        moving(family, faults, checks)
        symptoms_caused(family, features, faults)
        main_complaints(family, features, faults)
      end

      def provable(family, faults, checks)
        faults.each do |fault|
          next if fault.outcomes.any? { |check,| checks.include?(check) }

          problem("faults", @faults.index(fault), "#{fault.id}: nothing on #{family['id']} can prove it")
        end
      end

      def moving(family, faults, checks)
        moved = faults.flat_map { |fault| words_shown(fault).map(&:first) }.to_set
        checks.each { |row| problem("checks", @tables["checks"].index(row), "#{row['id']}: moves no fault on #{family['id']}") unless moved.include?(row["id"]) }
      end

      def symptoms_caused(family, features, faults)
        @tables["symptoms"]["symptoms"].each_with_index do |row, i|
          next if row["healthy"] || !Needs.met?(row["needs"], features)

          problem("symptoms", i, "#{row['id']}: has no cause on #{family['id']}") if faults.none? { |fault| symptoms_shown(fault).include?(row["id"]) }
        end
      end

      def main_complaints(family, features, faults)
        MAIN_COMPLAINTS.each do |group|
          rows = @tables["symptoms"]["symptoms"].select { |row| row["group"] == group && Needs.met?(row["needs"], features) }
          causes = faults.count { |fault| rows.any? { |row| symptoms_shown(fault).include?(row["id"]) } }
          problem("symptoms", 0, "#{group} has only #{causes} causes on #{family['id']}, #{COMPETING} are wanted") if causes < COMPETING
        end
      end
    end
  end
end
