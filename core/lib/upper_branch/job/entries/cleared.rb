# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # A passage, jet or hole that was cleared: how it was found, and how it was left.
      class Cleared < Entry
        LONGEST = 200 # letters of a name

        def admit(job)
          open_job(job)
          data["passage"] ? passage(job) : own_name
          %w[found left].each do |field|
            words = job.catalogue.book.strip.cleared[field]
            next if words.key?(data[field])

            refuse(field, "How it was #{field} is one of: #{words.keys.join(', ')}")
          end
          Workshop::Places.one_of(job.machine.places.of("carburetor"), data["place"], "The carburetor")
        end

        # What was cleared stays told of, by the name it had.
        def apply(job, data)
          job.cleared << Job::Cleared.new(entry: id, passage: row(job) && data["passage"], name: named(job),
                                          **data.slice("found", "left", "place").transform_keys(&:to_sym))
        end

        def says(job)
          words = job.catalogue.book.strip.cleared
          found, left = %w[found left].map { |field| words[field][data[field]] || data[field] }
          where = data["place"] && job.machine&.places&.name("carburetor", data["place"])
          "#{[named(job), where].compact.join(', ')}: found #{found}, left #{left}"
        end

        private

        def row(job) = data["passage"] && job.catalogue.book.strip.passage(data["passage"])
        def named(job) = row(job)&.fetch("name") || data["name"]&.strip || data["passage"]

        def passage(job)
          known = job.catalogue.book.strip.passages(job.machine.features).map { |one| one["id"] }
          return if known.include?(data["passage"])

          family = job.machine.family["name"]
          refuse("passage", "#{family}: what is cleared is one of #{known.join(', ')}; or give it a name")
        end

        def own_name
          return if data["name"].to_s.strip.length.between?(1, LONGEST)

          refuse("name", "Say what was cleared, up to #{LONGEST} letters")
        end
      end
    end
  end
end
