# frozen_string_literal: true

require "json"

module UpperBranchServer
  class Store
    # Jobs and their entries: read, and appended to within a transaction that locks the job. Nothing is reckoned under
    # the lock but whether the entries may stand.
    class Jobs
      # entries: as the core takes them, the oldest first; catalogue: the stamp it was last written under; practice: is
      # it on the simulated engine
      Stored = Struct.new(:id, :title, :version, :catalogue, :rows, :practice, keyword_init: true) do
        alias_method :entries, :rows
      end

      # What of a stored job cannot be applied or shown is left out, and our mistake stands in the journal.
      GUARD = ->(what, error) { Journal.error("left out: #{what}", error, depth: 4) }

      attr_reader :catalogue

      def initialize(database, catalogue)
        @database = database
        @catalogue = catalogue
      end

      # Stored or raises Problem 404.
      def find(id)
        row = @database[:jobs].where(id: id).first or raise Problem.not_found
        stored(row)
      end

      # Creates a job with its first entries: [Stored, true when new]. Sent again, it returns what is stored; the same
      # id with another title or other entries is refused (Problem 409).
      def create(id, title, entries)
        Whole.transaction(@database) do
          known = @database[:jobs].where(id: id).first
          next [sent_again(stored(known), title, entries), false] if known

          job = admit(UpperBranch::Job.new(@catalogue, []), entries)
          @database[:jobs].insert(
            id: id,
            title: title,
            catalogue: @catalogue.stamp,
            version: 0,
            summary: Sequel.pg_jsonb({})
          )
          append(id, 0, entries, job)
          [find(id), true]
        end
      rescue Sequel::UniqueConstraintViolation
        [sent_again(find(id), title, entries), false]
      end

      # Appends entries written against a version: Stored. Entries sent again are stored once; the same id with other
      # content is refused. Raises Problem 404, 409, 422.
      def add(id, version, entries)
        Whole.transaction(@database) do
          row = @database[:jobs].where(id: id).for_update.first or raise Problem.not_found
          before = stored(row)
          fresh = unknown_to(before, entries)
          next before if fresh.empty?
          raise stale(before, version, fresh) unless follows?(before, version, entries, fresh)

          job = admit(replay(before.entries), fresh, entries)
          append(id, before.version, fresh, job)
          find(id)
        end
      end

      # Are any of these entries the end of the job? ids: of entries
      def closings(id, ids) = @database[:entries].where(job_id: id, id: ids, kind: "close").any?

      # Names under which something was entered lately, the last first.
      def signatures(most = 12)
        @database[:entries].exclude(by: nil).where { at > Sequel.lit("now() - interval '60 days'") }
                           .group(:by).order(Sequel.desc(Sequel.function(:max, :at))).limit(most).select_map(:by)
      end

      # Raises Problem 422 when the catalogue no longer knows this kind of machine: then there is nothing to trace on.
      # An entry that cannot be applied is left out and journaled (UpperBranch::Job#guard).
      def replay(entries)
        job = UpperBranch::Job.replay(@catalogue, entries, guard: GUARD)
        return job unless job.machine.nil? && entries.any?

        says = job.lost.first&.fetch(:says) || "No entry of this job names a machine any more."
        raise Problem.new(422, "lost-machine", "This machine cannot be traced here",
                          "#{says} The entries are safe; the lead can map the old name in renames.yml.")
      end

      private

      # Written against this version, or against one that only lacks what was sent before.
      def follows?(before, version, entries, fresh)
        [version, version + entries.size - fresh.size].include?(before.version)
      end

      # Somebody else wrote meanwhile: whether what was sent could still stand behind it, and who it was.
      def stale(before, version, fresh)
        theirs = version.between?(0, before.version) ? before.entries.drop(version) : before.entries
        Problem.stale(before.version, collides: UpperBranch::Job::Collision.between?(fresh, theirs),
                                      by: theirs.filter_map { |entry| entry["by"] }.uniq.first(5))
      end

      def sent_again(stored, title, entries)
        first = stored.entries.first(entries.size)
        same =
          first.size == entries.size &&
          first.zip(entries).all? { |old, entry| old["id"] == entry["id"] && same?(old, entry) }
        raise Problem.conflict("id", "A job") unless same && stored.title == title

        stored
      end

      # Entries whose id the job does not have.
      def unknown_to(stored, entries)
        known = stored.entries.to_h { |entry| [entry["id"], entry] }
        entries.each_with_index.reject do |entry, i|
          old = known[entry["id"]]
          raise Problem.conflict("entries/#{i}/id", "An entry") unless old.nil? || same?(old, entry)

          old
        end.map(&:first)
      end

      def same?(old, entry)
        old["kind"] == entry["kind"] && old["data"] == JSON.parse(JSON.generate(entry["data"]))
      end

      # Entries are only ever appended, so those up to the row's version are the job as it was at that version, whatever
      # was written since.
      def stored(row)
        rows = @database[:entries].where(job_id: row[:id]) { sequence <= row[:version] }.order(:sequence)
        entries = rows.map do |entry|
          { "id" => entry[:id], "kind" => entry[:kind], "data" => JSON.parse(JSON.generate(entry[:data])),
            "at" => entry[:at].utc.iso8601(3), **(entry[:by] ? { "by" => entry[:by] } : {}) }
        end
        Stored.new(**row.slice(:id, :title, :version, :catalogue, :practice), rows: entries)
      end

      # sent: all entries of the request, for naming the field by its place there
      def admit(job, entries, sent = entries)
        entries.reduce(job) do |known, entry|
          known.with(entry)
        rescue UpperBranch::Invalid => e
          raise Problem.invalid("entries/#{sent.index(entry)}/data/#{e.field}", e.message)
        end
      end

      def append(id, version, entries, job)
        rows = entries.each_with_index.map do |entry, i|
          {
            job_id: id,
            sequence: version + i + 1,
            id: entry["id"],
            kind: entry["kind"],
            data: Sequel.pg_jsonb(entry["data"]),
            by: entry["by"]
          }
        end
        @database[:entries].multi_insert(rows)
        @database[:jobs].where(id: id).update(
          version: version + entries.size,
          catalogue: @catalogue.stamp,
          closed_as: job.closing&.fetch(:as),
          updated_at: Sequel.function(:clock_timestamp)
        )
        Live.tell(@database, job: id, version: version + entries.size, by: entries.last["by"])
      end
    end
  end
end
