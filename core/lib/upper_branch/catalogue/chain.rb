# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # A path that works link by link (supply, spark, pump), and what follows from its order: what a break at each link
    # shows at every look, and what a look clears.
    #
    #   chain = Chain.new(row)             # of chains.yml
    #   chain.shown_by("filter-dirty")     # => {"line-flow" => {"short-after-filter" => "A"}, ...}
    #   chain.cleared_at("line-flow")      # => {"ample" => ["pickup-blocked", ...], "short-after-filter" => [...]}
    class Chain
      attr_reader :id, :links, :looks

      def initialize(row)
        @id = row["id"]
        @links = row["links"]
        @looks = row["looks"]
      end

      def faults = links.flat_map { |link| link["faults"] }

      # {check => {word or "one/other" => letter}} of a fault of this chain.
      def shown_by(fault)
        place = links.index { |link| link["faults"].include?(fault) } or return {}
        looks.each_with_object({}) do |look, shown|
          words = words_at(look, place)
          shown[look["check"]] = { words => letter(look, place) } if words
        end
      end

      # {word => faults} that this look clears.
      def cleared_at(check)
        looks.select { |look| look["check"] == check }.map { |look| clears(look) }.reduce({}, :merge)
      end

      # Tables as the loader reads them, with what follows from the chains written into the rows of faults and checks.
      # What a row says itself stands.
      def self.derive(tables)
        chains = (tables["chains"] || []).map { |row| new(row) }
        return tables if chains.empty?

        tables.merge("faults" => tables["faults"].map { |row| with_signs(row, chains) },
                     "checks" => tables["checks"].map { |row| with_clears(row, chains) })
      end

      def self.with_signs(row, chains)
        derived = chains.map { |chain| chain.shown_by(row["id"]) }.reduce({}, :merge)
        derived.empty? ? row : row.merge("checks" => derived.merge(row["checks"] || {}))
      end

      def self.with_clears(row, chains)
        derived = chains.map { |chain| chain.cleared_at(row["id"]) }.reduce({}, :merge)
        derived.empty? ? row : row.merge("clears" => derived.merge(row["clears"] || {}) { |_, one, other| one | other })
      end
      private_class_method :with_signs, :with_clears

      private

      def words_at(look, place)
        return if named?(look, "blind", place)
        return point_behind(look, place) if look["points"]
        return pattern_of(look, place) if look["shows"]

        look["joined"]["cured"] if place <= at(look["joined"]["after"])
      end

      def point_behind(look, place)
        look["points"].select { |_, link| at(link) >= place }.min_by { |_, link| at(link) }&.first
      end

      def pattern_of(look, place)
        words = look["shows"].select { |_, ids| ids.include?(links[place]["id"]) }.keys
        words.join("/") if words.any?
      end

      def letter(look, place) = named?(look, "dim", place) ? look["weaker"] || look["strength"] : look["strength"]

      def clears(look)
        return { look["joined"]["not_cured"] => before(look, at(look["joined"]["after"])) } if look["joined"]
        return { look["whole"] => seen(look) } if look["shows"] && look["whole"]
        return {} unless look["points"] && look["whole"]

        by_points(look)
      end

      # The first point that is short clears what lies before the point before it; the word for the whole clears all.
      def by_points(look)
        points = look["points"].sort_by { |_, link| at(link) }
        short = points.each_cons(2).flat_map do |(_, before), (words, _)|
          words.split("/").map { |word| [word, before(look, at(before))] }
        end
        short.to_h.merge(look["whole"] => before(look, at(points.last.last))).reject { |_, faults| faults.empty? }
      end

      # Faults of the links up to this one that the look can see.
      def before(look, last)
        (0..last).reject { |place| named?(look, "blind", place) || named?(look, "dim", place) }
                 .flat_map { |place| links[place]["faults"] }
      end

      def seen(look)
        named = look["shows"].values.flatten
        links.select { |link| named.include?(link["id"]) }.flat_map { |link| link["faults"] }
      end

      def named?(look, list, place) = look[list]&.include?(links[place]["id"])
      def at(link) = links.index { |one| one["id"] == link }
    end
  end
end
