# frozen_string_literal: true

module UpperBranch
  module Views
    # What a lead may change of a record of the knowledge, for a form: what stands there, what the files have, and
    # within what it may be. And what a change is about, in words.
    #
    #   Fields.new(tables, files).of("/checks/pump-shot")
    #   # => [{at: "/checks/pump-shot/minutes", name: "Minutes", kind: "number", value: 3, file: 3, ...}, ...]
    #   Fields.new(tables, files).about("/checks/pump-shot/outcomes/weak")
    #   # => {record: "Pump shot", field: "Words of an answer: weak", on: "checks", record_id: "pump-shot"}
    class Fields
      Place = Catalogue::Place
      SHELVES = { "checks" => "checks", "faults" => "faults", "symptoms" => "symptoms",
                  "families" => "machines" }.freeze

      # tables: as they stand; files: as the files have them
      def initialize(tables, files)
        @tables = tables
        @files = files
        @layer = Catalogue::Layer
      end

      # pointer: of a record. Of a fault also what closed jobs taught of it, and its kind of repair.
      def of(pointer)
        keys = Place.keys(pointer)
        record = Place.read(@tables, keys)
        return [] unless record.is_a?(Hash) && keys.size > 1

        rows = @layer.fields_of(@tables, keys)
        rows += taught(keys.last) + @layer.fields_of(@tables, ["repairs", "kinds", record["repair"]]) if fault?(keys)
        rows.map { |at, field, value| one(at, field, value) }
      end

      def about(pointer)
        keys = Place.keys(pointer)
        field = @layer.field(@tables, keys) || @layer.field(@files, keys)
        record = if keys.first == "learned"
                   keys.last(keys[1] == "rates" ? 1 : 3).first(1)
                 else
                   keys.first(size_of(keys))
                 end
        id = record.last
        { record: record_name(keys, id), field: field ? label(field, keys) : keys.last, record_id: id,
          on: keys.first == "learned" ? "faults" : SHELVES[keys.first] }
      end

      # What a letter stands for at this place; nil where no letters stand.
      def letter(pointer, value)
        field = @layer.field(@tables, Place.keys(pointer)) or return
        words_of(field)&.dig(value, "word")
      end

      private

      def fault?(keys) = keys.first == "faults"

      # How many names of a place are the record's own: a section, or a list within it, and its id.
      def size_of(keys) = @tables[keys.first].is_a?(Array) ? 2 : 3

      def record_name(keys, id)
        row = keys.first == "learned" ? nil : Place.read(@tables, keys.first(size_of(keys)))
        row.is_a?(Hash) && row["name"] ? row["name"] : name_of(id)
      end

      def taught(fault)
        @layer.fields_of(@tables, ["learned"]).select do |keys, _, _|
          keys[1] == "rates" ? keys[3] == fault : keys[2] == fault
        end
      end

      def one(keys, field, value)
        { at: Place.pointer(keys), name: label(field, keys), kind: field.kind, value: value,
          file: Place.read(@files, keys), unit: field.unit || Place.read(@tables, keys[0..-2]).then do |around|
            field.kind == "cuts" && around.is_a?(Hash) ? around["unit"] : nil
          end, letters: letters(field), **field.bounds.slice(:least, :most) }.compact
      end

      def letters(field)
        field.bounds[:letters]&.map { |id| { id: id, word: words_of(field).fetch(id)["word"] } }
      end

      def words_of(field) = @tables["scale"][{ "rate" => "rates", "strength" => "strengths" }[field.kind]]

      # "Shows at a check: Pump parts, hard cup"
      def label(field, keys)
        names = field.at.zip(keys).filter_map { |wanted, key| key if wanted == "*" }
        names = keys.first == "learned" ? names - [fault_of(keys)] : names.drop(1)
        [field.name, names.map { |id| name_of(id) }.join(", ")].reject(&:empty?).join(": ")
      end

      def fault_of(keys) = keys[1] == "rates" ? keys[3] : keys[2]

      # What goes by this id, whatever it is; else the id itself, in plain words.
      def name_of(id)
        names[id] || @tables["families"]["features"][id] || id.tr("-", " ")
      end

      def names
        @names ||= [*@tables["checks"], *@tables["faults"], *@tables["symptoms"]["symptoms"], *@tables["effects"],
                    *@tables["families"]["families"]].to_h { |row| [row["id"], row["name"] || row["says"]] }
      end
    end
  end
end
