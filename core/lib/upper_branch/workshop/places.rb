# frozen_string_literal: true

module UpperBranch
  module Workshop
    # The places of one machine that a finding, a limit or a repair can name: which carburetor of a set, which barrel,
    # screw or end of one, which cylinder. Where there is only one, there is nothing to name.
    #
    #   machine.places.of("barrel")   # => [Place("left", "Left barrel"), Place("right", "Right barrel")]
    #   machine.places.of("cylinder") # => [] until somebody has said how many there are
    class Places
      # within: its name inside a sentence
      Place = Struct.new(:id, :name) { def within = name.sub(/\A./, &:downcase) }

      # counts: {"carburetors", "cylinders"}, what was said at intake. Raises Invalid at the field.
      def initialize(catalogue, family, counts)
        @words = catalogue.book.families
        @family = family
        @counts = counts.transform_values { |count| count }
        counts.each { |field, count| possible(field, count) unless count.nil? }
        @of = @words.place_kinds.keys.to_h { |kind| [kind, listed(kind)] }
        freeze
      end

      def carburetors = @counts["carburetors"] || 1
      def cylinders = @counts["cylinders"]

      # Array of Place; kind: of families.yml, or nil
      def of(kind) = @of.fetch(kind, [])

      # Is the place with this id that part ("second") of a carburetor: the second barrel, or "2-second" of a set?
      def self.part?(id, part) = id == part || id.to_s.end_with?("-#{part}")

      # The place of this id among these, nil for no id. list: array of Place; what: the part, in words. Raises Invalid
      # at the field.
      def self.one_of(list, id, what)
        return if id.nil?

        list.find { |place| place.id == id } or raise Invalid.new("place", nowhere(list, id, what))
      end

      def self.nowhere(list, id, what)
        instead = list.empty? ? "there is only one: leave it out" : "use one of: #{list.map(&:id).join(', ')}"
        "#{what} has no place #{id.inspect} on this machine; #{instead}"
      end
      private_class_method :nowhere

      # The place with this id among those of a kind, or nil.
      def find(kind, id) = of(kind).find { |place| place.id == id }

      # What a place is called, whatever its kind.
      def name(kind, id) = find(kind, id)&.name || id

      def to_h = @of.reject { |_, list| list.empty? }.transform_values { |list| list.map(&:to_h) }

      private

      def possible(field, count)
        most = @family.dig("most", field) || 1
        return if count.is_a?(Integer) && count.between?(1, most)

        raise Invalid.new(field, "#{@family['name']}: a number of #{field} from 1 to #{most}")
      end

      def listed(kind)
        return numbered("Cylinder", cylinders || 1) if kind == "cylinder"

        sets = numbered("Carburetor", carburetors)
        parts = parts_of(kind)
        return sets if parts.empty?
        return parts.map { |id, name| Place.new(id, name.sub(/\A./, &:upcase)) } if sets.empty?

        sets.product(parts).map { |set, (id, name)| Place.new("#{set.id}-#{id}", "#{set.name}, #{name}") }
      end

      # [[id, words]]: barrels, screws or ends of one carburetor. What is looked at in a bowl is looked at in each end
      # that has one.
      def parts_of(kind)
        places = @family["places"] || {}
        kind = "end" if kind == "carburetor" && places.key?("end")
        (places[kind] || []).map { |id| [id, "#{@words.place_words.fetch(id)} #{@words.place_kinds.fetch(kind)}"] }
      end

      def numbered(word, count)
        count > 1 ? (1..count).map { |i| Place.new(i.to_s, "#{word} #{i}") } : []
      end
    end
  end
end
