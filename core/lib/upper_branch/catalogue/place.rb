# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # A place in the tables, written as a JSON pointer: names of fields, and rows by their ids.
    #
    #   Place.keys("/checks/pump-shot/outcomes/tight~1stuck")  # => ["checks", "pump-shot", "outcomes", "tight/stuck"]
    #   Place.read(tables, keys)                               # => what stands there, nil where nothing does
    #   Place.write(tables, keys, value)                       # => other tables; the old ones are as they were
    module Place
      module_function

      def keys(pointer) = pointer.delete_prefix("/").split("/").map { |key| key.gsub("~1", "/").gsub("~0", "~") }

      def pointer(keys) = keys.map { |key| "/#{key.to_s.gsub('~', '~0').gsub('/', '~1')}" }.join

      def read(node, keys)
        keys.reduce(node) do |here, key|
          case here
          when Hash then here[key]
          when Array then here.find { |row| row.is_a?(Hash) && row["id"] == key }
          end
        end
      end

      def write(node, keys, value)
        return value if keys.empty?

        key, *rest = keys
        return node.map { |row| row["id"] == key ? write(row, rest, value) : row } if node.is_a?(Array)

        (node || {}).merge(key => write((node || {})[key], rest, value))
      end
    end
  end
end
