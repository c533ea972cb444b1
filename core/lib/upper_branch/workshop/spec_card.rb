# frozen_string_literal: true

module UpperBranch
  module Workshop
    # The figures of one carburetor model: limits of readings and what is set or fitted, each with its source and date.
    #
    #   card = SpecCard.new(catalogue, "name" => "Press downdraft", "family" => "car-one", "figures" => [figure])
    #   figure = {"item" => "fuel-pressure", "low" => 3, "high" => 5, "unit" => "psi", "source" => "shop sheet",
    #             "date" => "2026-03-01"}
    #   card.limits   # => {"fuel-pressure" => {"cuts" => [3.0, 5.0], "from" => "card", ...}}, as a machine takes them
    #
    # Raises Invalid naming figure and field.
    class SpecCard
      FIELDS = %w[item low high unit source date place].freeze
      DATE = /\A\d{4}-\d{2}-\d{2}\z/

      attr_reader :name, :family, :figures

      def initialize(catalogue, data)
        @catalogue = catalogue
        @name = data["name"].to_s.strip
        @family = data["family"]
        raise Invalid.new("name", "Give the card a name, up to 120 letters") unless @name.length.between?(1, 120)

        unless catalogue.family(@family)
          known = catalogue.families.map { |row| row["id"] }
          raise Invalid.new("family", "No family is called #{@family.inspect}; use one of: #{known.join(', ')}")
        end

        @figures = (data["figures"] || []).each_with_index.map { |figure, i| checked(figure, i) }
        twice = @figures.map { |figure| figure.values_at("item", "place").compact.join(", ") }.tally
                        .find { |_, count| count > 1 }
        raise Invalid.new("figures", "#{twice.first} stands twice on this card") if twice
      end

      # {check id => limit} for the figures that readings are judged by, those of one place under its name.
      def limits
        judged = @figures.group_by { |figure| check_of(figure)&.id }.except(nil)
        judged.transform_values do |figures|
          figures.map { |figure| limit(figure) }.reduce { |all, one| joined(all, one) }
        end
      end

      # What the card says of the engine, as a machine takes it: {"power" => kW, ...}
      def engine
        @figures.filter_map do |figure|
          field = item_row(figure)&.fetch("engine", nil)
          [field, figure["low"] || figure["high"]] if field
        end.to_h
      end

      # The holes and other sizes that stand on the card: {field => {"value", "unit"}}; a range by its middle.
      def sizes
        @figures.filter_map do |figure|
          row = item_row(figure)
          field = row&.fetch("size", nil) or next
          value = figure.values_at("low", "high").compact.then { |both| both.sum / both.size.to_f }
          [field, { "value" => value * row.fetch("scale", 1), "unit" => row.fetch("size_unit", figure["unit"]) }]
        end.to_h
      end

      # What a card may hold on this catalogue: [{id, name, unit, units, cuts}], readings first.
      def self.items(catalogue)
        readings =
          catalogue.checks.select { |check| check.reading && (check.reading["cuts"] || check.reading["families"]) }
        readings.map do |check|
          {
            "id" => check.id,
            "name" => check.reading["name"],
            "check" => check.name,
            "unit" => check.reading["unit"],
            "units" => check.reading["units"] || [check.reading["unit"]],
            "words" => check.reading["words"]
          }
        end + further(catalogue).map { |row| item(row) }
      end

      def self.item(row) = row.slice("id", "name", "unit", "units").merge("check" => nil, "words" => [])

      # Items that are no limit by their own id: those of spec-items.yml, then every other size of the holes.
      def self.further(catalogue)
        listed = catalogue.spec_items.map do |row|
          row["scale"] ? row.merge("units" => [row["unit"]], "size_unit" => "mm") : row.merge("units" => [row["unit"]])
        end
        sizes = listed.map { |row| row["size"] }
        listed + (catalogue.geometry&.holes || []).reject { |row| sizes.include?(row["size"]) }
      end
      private_class_method :item

      def to_h
        { "name" => name, "family" => family, "figures" => figures }
      end

      private

      # The row of a figure that is no limit by its own id.
      def item_row(figure) = SpecCard.further(@catalogue).find { |row| row["id"] == figure["item"] }

      # The check that a figure is the limit of, or nil.
      def check_of(figure)
        @catalogue.check(figure["item"]) || @catalogue.check(item_row(figure)&.fetch("limits", nil))
      end

      def limit(figure)
        from = { "from" => "card", "card" => name, "source" => figure["source"], "date" => figure["date"] }
        own = figure["place"] ? { "places" => { figure["place"] => cuts(figure) } } : { "cuts" => cuts(figure) }
        own.merge(from)
      end

      def joined(one, other)
        places = [one, other].map { |row| row["places"] || {} }.reduce(:merge)
        one.merge(other).merge(places.empty? ? {} : { "places" => places })
      end

      def checked(figure, index)
        at = "figures/#{index}"
        known = figure.keys - FIELDS
        if known.any?
          raise Invalid.new("#{at}/#{known.first}", "A figure has no #{known.first}; it has #{FIELDS.join(', ')}")
        end

        item = SpecCard.items(@catalogue).find { |row| row["id"] == figure["item"] } or
          raise Invalid.new("#{at}/item", "Nothing on a card is called #{figure['item'].inspect}")
        bounds(figure, at)
        provenance(figure, item, at)
        somewhere(figure, at)
        check = check_of(figure)
        Limits.check_cuts(check.reading, cuts(figure), at) if check
        figure
      end

      # The place it is for must be one such a carburetor has.
      def somewhere(figure, at)
        known = (@catalogue.family(@family)["places"] || {}).values.flatten.uniq
        return if figure["place"].nil? || known.include?(figure["place"])

        instead = known.empty? ? "it has only one of each: leave the place out" : "use one of: #{known.join(', ')}"
        raise Invalid.new("#{at}/place", "Such a carburetor has no place #{figure['place'].inspect}; #{instead}")
      end

      def provenance(figure, item, at)
        unless item["units"].include?(figure["unit"])
          raise Invalid.new("#{at}/unit", "#{item['name']} is given in #{item['units'].join(' or ')}")
        end
        if figure["source"].to_s.strip.empty?
          raise Invalid.new("#{at}/source", "Say where the figure comes from: the maker's sheet, a handbook, the shop")
        end
        raise Invalid.new("#{at}/date", "A date is written as 2026-03-01") unless figure["date"].to_s.match?(DATE)
      end

      def bounds(figure, at)
        values = figure.values_at("low", "high").compact
        raise Invalid.new("#{at}/low", "Give a lower or an upper limit, or both alike for one figure") if values.empty?

        %w[low high].each do |key|
          unless figure[key].nil? || (figure[key].is_a?(Numeric) && figure[key].to_f.finite?)
            raise Invalid.new("#{at}/#{key}", "A number is needed")
          end
        end
        return unless figure["low"] && figure["high"] && figure["high"] < figure["low"]

        raise Invalid.new("#{at}/high", "The upper limit lies under the lower")
      end

      # In the reading's own unit, rising.
      def cuts(figure)
        rule = check_of(figure).reading
        figure
          .values_at("low", "high")
          .compact
          .map { |value| Measuring::Units.convert(value, figure["unit"], rule["unit"]) }
      end
    end
  end
end
