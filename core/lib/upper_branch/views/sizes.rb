# frozen_string_literal: true

module UpperBranch
  module Views
    # The sizes of the carburetor of a job as far as they are known: by what was said of its engine, by its spec card,
    # and, over both, as measured in the job.
    #
    #   Sizes.of(job, card)   # => [{field: "turns", value: 2.25, unit: "turns", says: "measured in this job"}]
    class Sizes
      # card: Workshop::SpecCard or nil
      def self.of(job, card) = new(job, card).rows

      def initialize(job, card)
        @job = job
        @sheets = job.catalogue.geometry
        @sheet = @sheets.sheet(job.machine.family["id"])
        @card = card
      end

      # [{field:, value:, unit:, says:}], each field once.
      def rows
        rows = engine + throats + card + measured
        rows.select { |row| @sheet.row(row[:field]) }.to_h { |row| [row[:field], row] }.values
      end

      private

      def engine
        @job.machine.engine.to_h.filter_map do |said, value|
          field = @sheets.engine[said]
          row(field, value, @sheet.row(field)&.fetch("unit"), "said of the engine") if field
        end
      end

      # Where each cylinder has a throat of its own, there are as many as cylinders.
      def throats
        cylinders = @job.machine.places.cylinders
        return [] unless cylinders && @sheet.usual("cylinders") == 1

        [row("throats", cylinders, "count", "as many as cylinders")]
      end

      def card
        (@card&.sizes || {}).map { |field, size| row(field, size["value"], size["unit"], "card #{@card.name}") }
      end

      def measured
        @sheets.measured.filter_map do |rule|
          field = @sheet.row(rule["field"]) or next
          reading = @job.result(rule["check"])&.reading
          next unless reading&.value

          row(rule["field"], size(rule, field, reading), field["unit"], "measured in this job")
        end
      end

      # A level against its mark moves the usual height; anything else is the size itself.
      def size(rule, field, reading)
        value = Measuring::Units.convert(reading.value, reading.unit, field["unit"])
        rule["less"] ? (usual_of(field) - value).round(3) : value
      end

      def usual_of(field) = card_value(field) || @sheet.usual(field["id"])

      def card_value(field)
        size = @card&.sizes&.fetch(field["id"], nil)
        size && Measuring::Units.convert(size["value"], size["unit"], field["unit"])
      end

      def row(field, value, unit, says) = { field: field, value: value, unit: unit, says: says }
    end
  end
end
