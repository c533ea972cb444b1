# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # What a shop's lead has changed over the files: its own numbers, minutes, words and limits. The files stay as they
    # are; a layer gives other tables, and so another catalogue with a stamp of its own.
    #
    #   layer = Layer.new([{ "at" => "/checks/pump-shot/minutes", "value" => 6 }])
    #   Catalogue.new(layer.over(tables)).check("pump-shot").minutes   # => 6
    #
    # Which fields may be changed is said in amendable.yml. An amendment of a place that the files no longer have, or
    # whose value could not stand there any more, is passed over (#lost).
    class Layer
      attr_reader :amendments

      # amendments: [{"at" => JSON pointer, "value" =>, ...}], the oldest first; a later one of the same place stands
      def initialize(amendments)
        @amendments = amendments
      end

      # Tables as Loader#read gives them -> others.
      def over(tables)
        amendments.reject { |row| lost?(tables, row) }.reduce(tables) do |changed, row|
          Place.write(changed, Place.keys(row["at"]), row["value"])
        end
      end

      # Amendments that the files no longer have a place for.
      def lost(tables) = amendments.select { |row| lost?(tables, row) }

      # What is wrong with the last amendment over these tables: a sentence, or nil. Asks first the field, then all that
      # the catalogue must keep to.
      def refused(tables)
        row = amendments.last
        keys = Place.keys(row["at"])
        at_the_field(tables, keys, row["value"]) || broken(Place.write(tables, keys, row["value"]), keys.first)
      end

      # The field that stands at a place of these tables, or nil.
      def self.field(tables, keys)
        now = Place.read(tables, keys)
        Layer.fields(tables).find { |field| field.at?(keys) && (now.nil? ? field.made? : field.holds?(now)) }
      end

      def self.fields(tables) = tables["amendable"].map { |row| Field.new(row, tables["scale"]) }

      # Every field of a record that may be changed: [[keys, Field, value now], ...]
      # keys: of the record, as ["checks", "pump-shot"]
      def self.fields_of(tables, keys)
        fields(tables).flat_map do |field|
          next [] unless field.at.size > keys.size && field.at.zip(keys).first(keys.size).all? do |a, b|
            ["*", b].include?(a)
          end

          leaves(Place.read(tables, keys), field.at.drop(keys.size))
            .select { |_, value| field.holds?(value) }
            .map { |rest, value| [keys + rest, field, value] }
        end
      end

      # [[names, value], ...] of everything that lies on a way.
      def self.leaves(node, way)
        return [[[], node]] if way.empty?
        return [] unless node.is_a?(Hash)

        names = way.first == "*" ? node.keys : [way.first] & node.keys
        names.flat_map { |name| leaves(node[name], way.drop(1)).map { |rest, value| [[name, *rest], value] } }
      end
      private_class_method :leaves

      private

      # What is made where the files have nothing is asked of its section whether the names it stands under are known.
      def lost?(tables, row)
        keys = Place.keys(row["at"])
        return true if at_the_field(tables, keys, row["value"])
        return false unless Layer.field(tables, keys).made?

        Book.new(Place.write(tables, keys, row["value"]))[keys.first].problems.any?
      end

      def at_the_field(tables, keys, value)
        field = Layer.field(tables, keys) or return "Nothing by this name can be changed here"
        field.refused(value, was: Place.read(tables, keys), around: Place.read(tables, keys[0..-2]))
      end

      # Does the catalogue as a whole still hold?
      def broken(tables, section)
        problems = Book.new(tables).problems
        (problems.find { |name, _, _| name == section } || problems.first)&.last
      end
    end
  end
end
