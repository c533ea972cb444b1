# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # What the outcomes of one check count for (Check): every one says so, what it is or clears can show there, and what
    # it is is one fault on any machine, shown by no other.
    #
    #   OutcomeKinds.new(row, book).problems   # => ["filter: dirty does not say what it counts for ...", ...]
    class OutcomeKinds
      # row: of a check, as it was read
      def initialize(row, book)
        @row = row
        @id = row["id"]
        @faults = book.faults
        @families = book.families.rows
        @is, @clears = row.values_at("is", "clears").map { |table| lists(table || {}) }
      end

      def problems = (unsaid + strange + @is.flat_map { |word, ids| defects(word, ids & @faults.ids) }).compact

      private

      def lists(table) = table.transform_values { |ids| [ids].flatten }

      def unsaid
        said = @is.keys + @clears.keys + (@row["shows"] || []) + (@row["neutral"] || [])
        (@row["outcomes"].keys - said).map do |word|
          "#{@id}: #{word} does not say what it counts for (is, clears or shows)"
        end
      end

      def strange
        named = (@is.values + @clears.values).flatten.uniq
        nobody = (named - @faults.ids).map { |id| "#{@id}: no fault is called #{id}" }
        nobody + ((named & @faults.ids) - @faults.shown_at(@id).to_a).map { |id| "#{@id}: #{id} shows nothing here" }
      end

      def defects(word, ids)
        showing = @faults.showing(@id, word)
        others = showing - ids
        [*(ids - showing).map { |id| "#{@id}: #{id} does not show #{word}" },
         others.any? ? "#{@id}: #{word} is a defect, but #{others.first} shows it too: couple them instead" : nil,
         two_on_one(word, ids)]
      end

      def two_on_one(word, ids)
        family = @families.find { |one| @faults.on(one).count { |fault| ids.include?(fault["id"]) } > 1 }
        family && "#{@id}: #{word} is two faults on #{family['id']}"
      end
    end
  end
end
