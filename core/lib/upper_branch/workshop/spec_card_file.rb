# frozen_string_literal: true

require "csv"
require "json"
require "json_schemer"

module UpperBranch
  module Workshop
    # Spec cards as files: CSV (one line a figure) and JSON (docs/formats/spec-cards.schema.json), out and in.
    #
    #   Sheet.read(catalogue, "card,family,item,low,high,unit,source,date\n...")   # => [Card, ...]
    #
    # Raises Invalid naming row and column.
    module SpecCardFile
      COLUMNS = %w[card family item low high unit source date].freeze
      MORE = %w[place].freeze # columns that may be left out
      SCHEMA = ::File.expand_path("../docs/formats/spec-cards.schema.json", ROOT).freeze
      MOST = 5_000 # figures in a file

      module_function

      def read(catalogue, text)
        text = text.delete_prefix("\uFEFF")
        rows = text.lstrip.start_with?("{") ? from_json(text) : from_csv(text)
        rows.map { |place, data| card(catalogue, place, data) }
      end

      def csv(cards)
        CSV.generate do |out|
          out << (COLUMNS + MORE)
          cards.each do |card|
            card["figures"].each do |figure|
              row = [card["name"], card["family"], *figure.values_at(*(COLUMNS + MORE).drop(2))]
              out << row.map { |value| Cells.out(value) }
            end
          end
        end
      end

      def json(cards)
        JSON.pretty_generate("cards" => cards.map { |card| card.slice("name", "family", "figures") })
      end

      def from_json(text)
        data = JSON.parse(text)
        error = JSONSchemer.schema(JSON.parse(::File.read(SCHEMA)), regexp_resolver: "ecma").validate(data).first
        raise Invalid.new(error["data_pointer"].delete_prefix("/"), error["error"]) if error

        data["cards"].each_with_index.map { |card, i| [->(field) { "cards/#{i}/#{field}" }, card] }
      rescue JSON::ParserError
        raise Invalid.new("", "The file begins like JSON but cannot be read as JSON")
      end

      def from_csv(text)
        table = parse(text)
        if (COLUMNS - table.headers).any?
          raise Invalid.new(
            "row 1",
            "The first line names the columns: #{COLUMNS.join(', ')}. Missing: #{(COLUMNS - table.headers).join(', ')}"
          )
        end
        raise Invalid.new("", "At most #{MOST} figures in a file") if table.size > MOST

        table
          .each_with_index
          .group_by { |row, _| text(row, "card") }
          .map do |name, rows|
            figures = rows.map { |row, i| figure(row, i + 2) }
            [
              ->(field) { place(field, rows) },
              { "name" => name, "family" => text(rows.first.first, "family"), "figures" => figures }
            ]
          end
      end

      def parse(text)
        CSV.parse(
          text,
          headers: true,
          skip_blanks: true,
          header_converters: ->(name) { name.to_s.strip.downcase },
          col_sep: separator(text)
        )
      rescue CSV::MalformedCSVError => e
        raise Invalid.new("row #{e.line_number}", "This line cannot be read: look at its quotes")
      end

      # The one that stands most often in the first line.
      def separator(text)
        [",", ";", "\t"].max_by { |mark| text.lines.first.to_s.count(mark) }
      end

      def figure(row, line)
        {
          "item" => text(row, "item"),
          "low" => number(row["low"], line, "low"),
          "high" => number(row["high"], line, "high"),
          "unit" => text(row, "unit"),
          "source" => text(row, "source"),
          "date" => text(row, "date"),
          "place" => text(row, "place").then { |place| place.empty? ? nil : place }
        }.reject { |key, value| key == "place" && value.nil? }
      end

      def text(row, column) = Cells.in(row[column].to_s.strip)

      def number(text, line, column)
        text = text.to_s.strip
        return if text.empty?

        Float(text.tr(",", "."))
      rescue ArgumentError
        raise Invalid.new("row #{line}, column #{column}", "#{text.inspect} is no number")
      end

      # "figures/3/unit" of a card -> "row 5, column unit" of the file
      def place(field, rows)
        index, column = field.to_s.match(%r{\Afigures/(\d+)(?:/(\w+))?})&.captures
        return "row #{rows.first.last + 2}, column #{field == 'name' ? 'card' : field}" unless index

        ["row #{rows[index.to_i].last + 2}", column && "column #{column}"].compact.join(", ")
      end

      def card(catalogue, place, data)
        SpecCard.new(catalogue, data)
      rescue Invalid => e
        raise Invalid.new(place.call(e.field), e.message)
      end
    end
  end
end
