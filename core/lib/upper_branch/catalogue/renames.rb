# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # Old ids and what they are called today (knowledge/renames.yml).
    #
    #   catalogue.renames.now("checks", "pump-look")            # => "pump-shot"
    #   catalogue.renames.now("outcomes", "dead", "pump-shot")  # => "none"
    class Renames
      # table: {kind => {old => new}}
      def initialize(table)
        @table = table
      end

      # The id of today; the same id when it was never renamed. of: what the id belongs to, by its own id of today.
      def now(kind, id, of = nil)
        names = @table[kind] || {}
        seen = []
        while (new = names[[of, id].compact.join("/")]) && !seen.include?(new)
          seen << new
          id = new
        end
        id
      end
    end
  end
end
