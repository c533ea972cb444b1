# frozen_string_literal: true

module UpperBranch
  module Views
    # What came off, the last first: the way it goes back together; what was cleared; and the photos. As plain data.
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

      # What was cleared, the first first: [{entry:, name:, place:, found:, left:, right: nothing is owing there}, ...]
      def cleared(job)
        words = job.catalogue.book.strip.cleared
        job.cleared.map do |row|
          { entry: row.entry, name: row.name, place: row.place && job.machine.places.name("carburetor", row.place),
            found: words["found"].fetch(row.found, row.found), left: words["left"].fetch(row.left, row.left),
            right: words["right"].include?(row.left) }
        end
      end

      # Photos in the order they came: [{entry:, photo:, of:, caption:, shows: what it shows, in words or nil}, ...]
      def photos(job)
        said = job.all.to_h { |entry| [entry.id, entry] }
        job.photos.map { |photo| { **photo.to_h, shows: said[photo.of]&.says(job) } }
      end

      def notes(strip, part)
        part.notes.map { |note, text| { note: note, name: strip.notes.dig(note, "name") || note, text: text } }
      end
      private_class_method :notes
    end
  end
end
