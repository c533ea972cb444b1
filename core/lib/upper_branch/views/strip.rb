# frozen_string_literal: true

module UpperBranch
  module Views
    # What came off, as plain data, the last first: the way it goes back together.
    #
    #   Strip.of(job)   # => [{entry:, part:, name:, notes: [{note:, name:, text:}], condition:, refit:, back:}, ...]
    module Strip
      module_function

      def of(job)
        strip = job.catalogue.book.strip
        job.parts.reverse.map do |part|
          { entry: part.entry, part: part.part, name: part.name, notes: notes(strip, part), condition: part.condition,
            place: part.place && job.machine.places.name("carburetor", part.place),
            refit: strip.item(part.part)&.fetch("refit"), back: part.back }
        end
      end

      def notes(strip, part)
        part.notes.map { |note, text| { note: note, name: strip.notes.dig(note, "name") || note, text: text } }
      end
      private_class_method :notes
    end
  end
end
