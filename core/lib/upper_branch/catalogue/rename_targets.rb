# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # Does every rename end at something that exists today? Runs on the raw tables, before a catalogue is made of them.
    #
    #   RenameTargets.new(tables).missing   # => [["checks", "pump-look", "pump-shoot"]]
    class RenameTargets
      def initialize(tables)
        @tables = tables
      end

      # [[kind, old id, new id]] of those that lead nowhere; one that leads to another rename is followed there.
      def missing
        @tables["renames"].flat_map do |kind, names|
          names.reject do |old, new|
            of = old[%r{\A([^/]+)/}, 1]
            names.key?([of, new].compact.join("/")) || ids(kind, of).include?(new)
          end.map { |old, new| [kind, old, new] }
        end
      end

      private

      # Every id of today of a kind. of: the check, question or topic it belongs to
      def ids(kind, of)
        case kind
        when "features" then @tables["families"]["features"].keys
        when "conditions" then listed(@tables["symptoms"]["conditions"])
        when "outcomes" then named(@tables["checks"], of, "outcomes").to_h.keys
        when "repairs" then listed(@tables["repairs"]["composites"]) + listed(@tables["faults"])
        when "questions", "work" then listed(@tables["context"][kind])
        when "answers" then listed(named(@tables["context"]["questions"], of, "options"))
        when "topics" then listed(@tables["schools"])
        when "options" then listed(named(@tables["schools"], of, "options"))
        when "tools" then tools
        else listed(@tables[kind].is_a?(Hash) ? @tables[kind][kind] : @tables[kind])
        end
      end

      def listed(rows) = rows.to_a.map { |row| row["id"] }
      def named(rows, id, part) = rows.find { |row| row["id"] == id }&.fetch(part)

      def tools
        schools = @tables["schools"].flat_map { |topic| topic["options"].flat_map { |row| (row["tools"] || {}).values.flatten } }
        schools + @tables["checks"].flat_map { |row| row["tools"] || [] }
      end
    end
  end
end
