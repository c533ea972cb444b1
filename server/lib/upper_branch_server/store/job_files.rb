# frozen_string_literal: true

require "csv"

module UpperBranchServer
  class Store
    # Jobs as files: every entry with its time, out and in to the letter (docs/formats/job-entries.schema.json), and the
    # readings as a table.
    class JobFiles
      FORMAT = "upper-branch-job-entries"
      VERSION = 1
      NO_JOB = "These entries make no job: the first says which machine it is, and each was admitted where it was made."
      CANNOT_BE_SHOWN = "This job cannot be computed here, so it was not taken in: the server made a mistake, which " \
                        "is in its journal."
      COLUMNS = %w[at check place value unit words].freeze

      # jobs: Jobs; photos: Photos
      def initialize(database, jobs, photos)
        @database = database
        @jobs = jobs
        @photos = photos
      end

      # Plain data of a job's file.
      def out(id)
        stored = @jobs.find(id)
        { "format" => FORMAT, "version" => VERSION, "id" => stored.id, "title" => stored.title,
          "entries" => stored.entries }
      end

      # Parts of a job's zip, by name: the file, the readings, and the photos it names.
      def archive(id)
        file = out(id)
        pictures = @photos.of(file["id"], named(file["entries"]))
        { JobArchive::JOB => JSON.pretty_generate(file), JobArchive::READINGS => readings(id),
          **pictures.sort.to_h { |photo, bytes| ["photos/#{photo}.jpg", bytes] } }
      end

      # The readings of a job as CSV, the oldest first; none where its machine is known no more.
      def readings(id)
        stored = @jobs.find(id)
        times = stored.entries.to_h { |entry| [entry["id"], entry["at"]] }
        job = UpperBranch::Job.replay(@jobs.catalogue, stored.entries, guard: Jobs::GUARD)
        rows = job.findings.select { |one| one.kind == :check && one.reading }
        CSV.generate do |csv|
          csv << COLUMNS
          rows.each do |one|
            row = [times[one.entry], one.id, one.place&.id, *number(one.reading), one.words.join(" ")]
            csv << row.map { |value| UpperBranch::Cells.out(value) }
          end
        end
      end

      # Takes a file in: Stored. It was admitted where it was made, and is taken as it is: what this catalogue no longer
      # knows of it is lost when it is replayed, as with any stored job. Raises Problem 409 where another job has its
      # id, 422 where its machine is not known here, where its entries make no job, or where no entry names a photo.
      # pictures: {photo id => bytes}
      def take_in(data, pictures = {})
        job = told(data["entries"])
        strange = pictures.keys - named(data["entries"])
        raise Problem.invalid("photos/#{strange.first}.jpg", "No entry of this job names this photo") if strange.any?

        sound = pictures.keys.zip(Pictures.again(pictures.values)).to_h
        Whole.transaction(@database) do
          known = @database[:jobs].where(id: data["id"]).first
          known ? known_already(data) : insert(data, job)
          sound.each { |photo, picture| @photos.take_in(data["id"], photo, picture) }
        end
        @jobs.find(data["id"])
      end

      private

      # Ids of the photos that entries name, struck out or not.
      def named(entries)
        entries.filter_map { |entry| entry.dig("data", "photo")&.downcase if entry["kind"] == "photo" }
      end

      # The job, once it is sure that it can be told of: what cannot be shown later is not kept.
      def told(entries)
        job = UpperBranch::Job.replay(@jobs.catalogue, entries)
        @jobs.replay(entries) if job.machine.nil? # says which machine is not known
        raise Problem.invalid("entries/0", NO_JOB) unless job.machine && entries.first["kind"] == "machine"

        job.tap { UpperBranch::Views::Trace.of(job).to_h }
      rescue UpperBranch::Invalid => e
        raise Problem.invalid("entries", e.message)
      rescue Problem
        raise
      rescue StandardError => e
        Journal.error("job file", e, depth: 4)
        raise Problem.invalid("entries", CANNOT_BE_SHOWN)
      end

      # With all its figures, for who goes on computing with it.
      def number(reading) = [reading.value && format("%.10g", reading.value), reading.unit]

      # It stays as it is, signed as it was first.
      def known_already(data)
        raise Problem.conflict("id", "A job") unless unsigned(out(data["id"])) == unsigned(data)
      end

      def unsigned(data) = [data["title"], data["entries"].map { |entry| entry.except("by") }]

      def insert(data, job)
        id, entries = data.values_at("id", "entries")
        times = entries.map { |entry| Time.iso8601(entry["at"]) }
        @database[:jobs].insert(id: id, title: data["title"], catalogue: @jobs.catalogue.stamp, version: entries.size,
                                summary: Sequel.pg_jsonb({}), closed_as: job.closing&.fetch(:as),
                                created_at: times.min, updated_at: times.max)
        rows = entries.zip(times).each_with_index.map do |(entry, at), i|
          { job_id: id, sequence: i + 1, id: entry["id"], kind: entry["kind"], at: at,
            data: Sequel.pg_jsonb(entry["data"]), by: entry["by"] }
        end
        @database[:entries].multi_insert(rows)
      end
    end
  end
end
