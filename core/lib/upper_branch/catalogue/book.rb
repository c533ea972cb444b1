# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # All sections of one catalogue, each knowing the others.
    #
    #   book = Book.new(tables)      # {"faults" => [...], "scale" => {...}, ...}
    #   book.faults.records
    #   book.problems                # => [["faults", "/3", "water: no effect is called ..."], ...]
    class Book
      CLASSES = {
        "families" => Sections::Families, "circuits" => Sections::Circuits, "symptoms" => Sections::Symptoms,
        "context" => Sections::Context, "hazards" => Sections::Hazards, "repairs" => Sections::Repairs,
        "rules" => Sections::Rules, "scale" => Sections::Scale, "effects" => Sections::Effects,
        "schools" => Sections::Schools, "house" => Sections::House, "synonyms" => Sections::Synonyms,
        "mistakes" => Sections::Mistakes, "primer" => Sections::Primer, "worktop" => Sections::Worktop,
        "geometry" => Sections::Geometry, "engines" => Sections::Engines,
        "broken" => Sections::Broken, "trials" => Sections::Trials, "runs" => Sections::Runs, "practice" => Sections::Practising,
        "spec-items" => Sections::SpecItems, "signs" => Sections::Signs, "renames" => Sections::Renames,
        "screws" => Sections::Screws, "chains" => Sections::Chains, "plans" => Sections::Plans,
        "loops" => Sections::Loops, "owner" => Sections::Owner,
        "amendable" => Sections::Amendable, "learned" => Sections::Learned,
        "strip" => Sections::Strip, "work-steps" => Sections::WorkSteps, "sheets" => Sections::Sheets,
        "faults" => Sections::Faults, "checks" => Sections::Checks
      }.freeze
      FOLDERS = %w[faults checks sheets].freeze # sections spread over the files of a folder
      NAMES = CLASSES.keys.freeze

      def initialize(tables)
        tables = Chain.derive(tables)
        @sections = CLASSES.to_h { |name, kind| [name, kind.new(name, tables[name], self)] }
      end

      def [](name) = @sections.fetch(name)

      NAMES.each { |name| define_method(name.tr("-", "_")) { @sections.fetch(name) } }

      # Array of [section, JSON pointer into it, reason]: what is wrong with each section, and when nothing is, with
      # their coverage.
      def problems
        found =
          @sections.flat_map { |name, section| section.problems.map { |pointer, reason| [name, pointer, reason] } }
        found.any? ? found : Coverage.new(self).problems
      end

      # {section => {id => sum}}; numbers that belong to no record stand under "numbers".
      def digests
        rows = @sections.transform_values(&:digests).compact
        numbers, records = rows.partition { |name, _| %w[scale rules].include?(name) }
        records.to_h.merge("numbers" => numbers.to_h { |_, sums| sums.first })
      end

      # {key => plain data}, all that people are shown.
      def shown
        @sections.values.map(&:shown).reduce(:merge)
      end

      def inspect = "#<Book>"
    end
  end
end
