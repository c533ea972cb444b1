# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # A part that came off: one of the way in (strip.yml), or by a name of one's own; what was noted of it before it
      # moved, and in what condition it is. Nothing is proven while it has not gone back on.
      class Removed < Entry
        CONDITIONS = %w[reuse renew doubt].freeze
        NUMBER = /\A\s*\d{1,3}([.,]\d+)?\s*\z/
        LONGEST = 200 # letters of a name or a note

        def admit(job)
          open_job(job)
          data["part"] ? part(job) : own_name
          notes(job)
          condition = data["condition"] || "reuse"
          refuse("condition", "Its condition is one of: #{CONDITIONS.join(', ')}") unless CONDITIONS.include?(condition)
          Workshop::Places.one_of(job.machine.places.of("carburetor"), data["place"], "The carburetor")
        end

        # What was off stays off, by the name it had.
        def apply(job, data)
          row = job.catalogue.book.strip.item(data["part"])
          job.parts << Job::Part.new(entry: id, part: row && data["part"], name: row ? row["name"] : named,
                                     notes: data["notes"] || {}, condition: data["condition"] || "reuse",
                                     place: data["place"])
        end

        def says(job)
          name = job.catalogue.book.strip.item(data["part"])&.fetch("name") || named
          "Off: #{[name, *(data['notes'] || {}).values].join(', ')}"
        end

        private

        def named = data["name"].to_s.strip.then { |name| name.empty? ? data["part"].to_s : name }

        def part(job)
          known = Workshop::Sheets::WayIn.parts(job.machine)
          unless known.include?(data["part"])
            family = job.machine.family["name"]
            refuse("part", "#{family}: what comes off is one of #{known.join(', ')}; or give it a name")
          end
          off = job.parts.find { |one| one.part == data["part"] && one.place == data["place"] && one.off? }
          refuse("part", "#{off.name} is off already: tick it as back on first") if off
        end

        def own_name
          name = data["name"].to_s.strip
          refuse("name", "Say what came off, up to #{LONGEST} letters") unless name.length.between?(1, LONGEST)
        end

        def notes(job)
          known = job.catalogue.book.strip.notes
          (data["notes"] || {}).each do |note, text|
            refuse("notes/#{note}", "What is noted is one of: #{known.keys.join(', ')}") unless known.key?(note)
            refuse("notes/#{note}", "Up to #{LONGEST} letters") if text.to_s.length > LONGEST
            next if !known[note]["number"] || text.to_s.match?(NUMBER)

            refuse("notes/#{note}", "#{known[note]['name'].capitalize}: a number")
          end
        end
      end
    end
  end
end
