# frozen_string_literal: true

require "json"

module UpperBranchServer
  # Jobs in PostgreSQL: read, and appended to within a transaction that locks the job.
  class Store
    Stored = Struct.new(:id, :title, :version, :catalogue, :rows, keyword_init: true) do
      alias_method :entries, :rows # oldest first
    end

    attr_reader :database, :catalogue

    def initialize(database, catalogue)
      @database = database
      @catalogue = catalogue
    end

    # Writes one row, since a database that only answers is of no use. Raises Sequel::DatabaseError when it cannot.
    def writable
      keep("health", {})
    end

    # How this shop works: {chosen: {topic => option}, lacks: [tool]}
    def ways
      { chosen: setting("schools").to_h, lacks: setting("lacks").to_a }
    end

    # Keeps the shop's schools, and the tools it lacks unless nil; raises Problem 422 for a word that is none.
    def choose(chosen, lacks)
      UpperBranch::Machine.new(@catalogue, family: @catalogue.families.first["id"], schools: chosen, lacks: lacks || [])
      keep("schools", chosen)
      keep("lacks", lacks) if lacks
      ways
    rescue UpperBranch::Invalid => e
      raise Problem.invalid(e.field, e.message)
    end

    # Ids of jobs as the shop has laid them on the board, the first first.
    def board_order
      setting("board").to_a
    end

    # Keeps the order of the board.
    def arrange(ids)
      keep("board", ids)
      board_order
    end

    # What is different in the catalogue since a job was last written to: {section => [ids]}, nil when nobody remembers that one.
    def changes_since(stamp)
      return {} if stamp == @catalogue.stamp

      old = @database[:catalogues].where(stamp: stamp).get(:digests) or return nil
      UpperBranch::Catalogue::Digests.changes(JSON.parse(JSON.generate(old)), @catalogue.digests)
    end

    # Remembers the catalogue now in use.
    def remember_catalogue
      @database[:catalogues].insert_conflict.insert(stamp: @catalogue.stamp, digests: Sequel.pg_jsonb(@catalogue.digests))
    end

    # Stored or raises Problem 404.
    def find(id)
      row = @database[:jobs].where(id: id).first or raise Problem.not_found
      stored(row)
    end

    # Creates a job with its first entries. [Stored, Job, true when new]. Sent again, it returns what is stored; the same id with
    # another title or other entries is refused (Problem 409).
    def create(id, title, entries)
      @database.transaction do
        known = @database[:jobs].where(id: id).first
        next sent_again(stored(known), title, entries) if known

        job = admit(UpperBranch::Job.new(@catalogue, []), entries)
        @database[:jobs].insert(id: id, title: title, catalogue: @catalogue.stamp, version: 0, summary: Sequel.pg_jsonb({}))
        append(id, 0, entries, job)
        [find(id), job, true]
      end
    rescue Sequel::UniqueConstraintViolation
      sent_again(find(id), title, entries)
    end

    # Appends entries written against a version. [Stored, Job]. Entries sent again are stored once; the same id with other content is
    # refused. Raises Problem 404, 409, 422.
    def add(id, version, entries)
      @database.transaction do
        row = @database[:jobs].where(id: id).for_update.first or raise Problem.not_found
        before = stored(row)
        fresh = unknown_to(before, entries)
        next [before, replay(before.entries)] if fresh.empty?
        raise Problem.stale(before.version) if version != before.version && version + entries.size - fresh.size != before.version

        job = admit(replay(before.entries), fresh, entries)
        append(id, before.version, fresh, job)
        [find(id), job]
      end
    end

    # Raises Problem 422 when the catalogue no longer knows this kind of machine: then there is nothing to trace on.
    def replay(entries)
      job = UpperBranch::Job.replay(@catalogue, entries)
      lost = job.lost.first if job.machine.nil? && entries.any?
      raise Problem.new(422, "lost-machine", "This machine cannot be traced here", "#{lost[:says]} The entries are safe; the lead can map the old name in renames.yml.") if lost

      job
    end

    private

    def setting(name)
      @database[:settings].where(name: name).get(:value)
    end

    def keep(name, value)
      @database[:settings].insert_conflict(target: :name, update: { value: Sequel[:excluded][:value], updated_at: Sequel.function(:now) })
                          .insert(name: name, value: Sequel.pg_jsonb(value))
    end

    def sent_again(stored, title, entries)
      same = stored.title == title && stored.entries.size >= entries.size && stored.entries.zip(entries).first(entries.size).all? { |old, entry| old["id"] == entry["id"] && same?(old, entry) }
      raise Problem.conflict("id", "A job") unless same

      [stored, replay(stored.entries), false]
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

    # Entries are only ever appended, so those up to the row's version are the job as it was at that version, whatever was written since.
    def stored(row)
      entries = @database[:entries].where(job_id: row[:id]) { sequence <= row[:version] }.order(:sequence).map do |entry|
        { "id" => entry[:id], "kind" => entry[:kind], "data" => JSON.parse(JSON.generate(entry[:data])), "at" => entry[:at].utc.iso8601(3) }
      end
      Stored.new(id: row[:id], title: row[:title], version: row[:version], catalogue: row[:catalogue], rows: entries)
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
      rows = entries.each_with_index.map { |entry, i| { job_id: id, sequence: version + i + 1, id: entry["id"], kind: entry["kind"], data: Sequel.pg_jsonb(entry["data"]) } }
      @database[:entries].multi_insert(rows)
      @database[:jobs].where(id: id).update(version: version + entries.size, catalogue: @catalogue.stamp, closed_as: job.closing&.fetch(:as),
                                            summary: Sequel.pg_jsonb(Summary.of(job)), updated_at: Sequel.function(:clock_timestamp))
    end
  end
end
