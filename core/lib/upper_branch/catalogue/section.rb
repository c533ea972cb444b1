# frozen_string_literal: true

require "digest"
require "json"

module UpperBranch
  class Catalogue
    # One part of the knowledge: its rows as they were read, what they must keep to beyond their schema, a sum of each
    # row, and what the screens are shown of it. Every kind of section is a class of its own in sections/, found by its
    # name (Book).
    #
    #   section = book["faults"]
    #   section.problems   # => [["/3", "water: no effect is called bowl-runs-dry"], ...], the place as a JSON pointer
    #   section.digests    # => {"water" => "9f3c...", ...}
    #   section.shown      # => plain data, without odds
    class Section
      attr_reader :name, :data

      # data: as the loader read it, or nil where a catalogue has none; book: the other sections
      def initialize(name, data, book)
        @name = name
        @data = data
        @book = book
      end

      # The rows, whether the file is a list or keeps its list under the section's own name.
      def rows
        listed(data.is_a?(Hash) ? data[name] : data)
      end

      def ids = rows.map { |row| row["id"] }

      # The raw row with this id, or nil.
      def row(id) = (@by_id ||= rows.to_h { |row| [row["id"], row] })[id]

      # Array of [JSON pointer into the section, reason].
      def problems
        @problems = []
        look
        @problems
      end

      # {id => short sum of the row}, to say later what has changed between two catalogues; nil where nobody asks.
      def digests = nil

      # What of it is shown to people, {key => plain data}.
      def shown = {}

      private

      attr_reader :book

      # Finds problems; for subclasses.
      def look; end

      def listed(rows) = rows || []

      def problem(pointer, reason)
        @problems << [pointer, reason]
      end

      # A problem for every name that is not among those allowed.
      def known(pointer, owner, names, allowed, what)
        (names.to_a - allowed.to_a).each { |name| problem(pointer, "#{owner}: no #{what} is called #{name}") }
      end

      def unique(pointer = "")
        seen = Set.new
        rows.each_with_index do |row, i|
          problem("#{pointer}/#{i}", "#{row['id']}: this id is used twice") unless seen.add?(row["id"])
        end
      end

      # Features and families that a row names.
      def fitting(pointer, row)
        flags = Needs.flags(row["needs"]) + Needs.flags((row["outcome_needs"] || {}).values.flatten)
        known(pointer, row["id"], flags, book.families.features.keys, "feature")
        known(pointer, row["id"], row["families"], book.families.ids, "family")
      end

      # Words named for a check must be among its answers.
      def answers(pointer, owner, check, words)
        row = book.checks.row(check) or return problem(pointer, "#{owner}: no check is called #{check}")

        known(pointer, owner, words, row["outcomes"].keys, "outcome of #{check}")
      end

      # The symptoms and words that a fault or an effect shows.
      def links(pointer, row)
        known(pointer, row["id"], (row["symptoms"] || {}).keys, book.symptoms.ids, "symptom")
        (row["checks"] || {}).each do |check, words|
          answers(pointer, row["id"], check, words.keys.flat_map { |key| key.split("/") })
        end
      end

      def sum(data) = Digest::SHA256.hexdigest(JSON.generate(data))[0, 10]
      def sums = rows.to_h { |row| [row["id"], sum(row)] }
    end
  end
end
