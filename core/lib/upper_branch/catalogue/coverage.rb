# frozen_string_literal: true

require "set"

module UpperBranch
  class Catalogue
    # Is the trade covered? For every family: each word has a cause, each fault a proof, each symptom a cause, the main
    # complaints (those that have a list of the house) eight competing causes wherever they can occur.
    class Coverage
      COMPETING = 8

      # book: whose sections have no problems of their own
      def initialize(book)
        @book = book
        @problems = []
        @faults = book.faults.records
        @effects = book.effects.records.to_h { |effect| [effect.id, effect] }
      end

      # Array of [section, JSON pointer, reason].
      def problems
        words_have_causes
        @book.families.rows.each { |family| family_covered(family) }
        @problems
      end

      private

      def problem(section, index, reason)
        pointer = Book::FOLDERS.include?(section) ? "/#{index}" : "/#{section}/#{index}"
        @problems << [section, pointer, reason]
      end

      # Set of [check, word] that a fault can show, by itself or by its effects.
      def words_shown(fault)
        (@words_shown ||= {})[fault.id] ||= begin
          own = fault.outcomes.map { |check, word,| [check, word] }
          by_effect = effects(fault).flat_map { |effect| effect.outcomes.map { |check, word,| [check, word] } }
          (own + by_effect + by_sameness(fault)).to_set
        end
      end

      def symptoms_shown(fault)
        (@symptoms_shown ||= {})[fault.id] ||= (
          fault.symptoms.map(&:id) + effects(fault).flat_map { |effect| effect.symptoms.map(&:id) } + by_word(fault)
        ).to_set
      end

      def effects(fault) = fault.effects.map { |link| @effects.fetch(link.id) }

      # Symptoms that are the same observation as a word the fault itself shows.
      def by_word(fault)
        fault.outcomes.flat_map do |check, word,|
          observed.fetch(check, {}).select { |_, row| row["words"].include?(word) }.keys
        end
      end

      def observed
        @observed ||= @book.checks.rows.to_h { |row| [row["id"], row["observes"] || {}] }
      end

      def by_sameness(fault)
        observed.flat_map do |check, symptoms|
          symptoms.slice(*symptoms_shown(fault)).map { |_, row| [check, row["words"].first] }
        end
      end

      def words_have_causes
        caused = @faults.map { |fault| words_shown(fault) }.reduce(Set.new, :|)
        @book.checks.rows.each_with_index do |row, i|
          abnormal = row["outcomes"].keys.drop(row["no_healthy"] ? 0 : 1) - (row["neutral"] || [])
          abnormal.each do |word|
            problem("checks", i, "#{row['id']}: no fault causes #{word}") unless caused.include?([row["id"], word])
          end
        end
      end

      def family_covered(family)
        features = family["features"].to_set
        faults = @faults.select { |fault| fault.on?(family["id"], features) }
        checks = @book.checks.rows.select { |row| on?(row, family, features) }
        provable(family, faults, checks.to_set { |row| row["id"] })
        moving(family, faults, checks)
        symptoms_caused(family, features, faults)
        main_complaints(family, features, faults)
      end

      def on?(row, family, features)
        Needs.met?(row["needs"], features) && (row["families"].nil? || row["families"].include?(family["id"]))
      end

      def provable(family, faults, checks)
        faults.each do |fault|
          next if fault.outcomes.any? { |check,| checks.include?(check) }

          problem("faults", @faults.index(fault), "#{fault.id}: nothing on #{family['id']} can prove it")
        end
      end

      def moving(family, faults, checks)
        moved = faults.flat_map { |fault| words_shown(fault).map(&:first) }.to_set
        checks.reject { |row| moved.include?(row["id"]) }.each do |row|
          problem("checks", @book.checks.rows.index(row), "#{row['id']}: moves no fault on #{family['id']}")
        end
      end

      def symptoms_caused(family, features, faults)
        @book.symptoms.rows.each_with_index do |row, i|
          next if row["healthy"] || !Needs.met?(row["needs"], features)
          next if faults.any? { |fault| symptoms_shown(fault).include?(row["id"]) }

          problem("symptoms", i, "#{row['id']}: has no cause on #{family['id']}")
        end
      end

      def main_complaints(family, features, faults)
        @book.house.main_complaints.each do |group|
          rows = @book.symptoms.rows.select { |row| row["group"] == group && Needs.met?(row["needs"], features) }
          causes = faults.count { |fault| rows.any? { |row| symptoms_shown(fault).include?(row["id"]) } }
          next unless causes < COMPETING

          problem("symptoms", 0, "#{group} has only #{causes} causes on #{family['id']}, #{COMPETING} are wanted")
        end
      end
    end
  end
end
