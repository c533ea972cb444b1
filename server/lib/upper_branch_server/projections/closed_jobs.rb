# frozen_string_literal: true

module UpperBranchServer
  module Projections
    # Closed jobs in short, as they teach (Learning::ClosedJob): each reckoned once for the lead's own tables, and kept.
    #
    #   ClosedJobs.new(store, plain).of_all   # => {jobs: [hashes], left: 12}, left: not reckoned yet
    class ClosedJobs
      SECONDS = 1.5 # of work for one request; the rest is left for the next
      TAUGHT = %w[proven sound].freeze

      # plain: UpperBranch::Catalogue without anything learned
      def initialize(store, plain)
        @store = store
        @database = store.database
        @plain = plain
      end

      def of_all
        renew
        texts = %i[data ranked].map { |name| Sequel.cast(name, String).as(name) } # read at once, without a detour
        rows = kept.exclude(data: nil).select_map(texts)
        { left: waiting.count, jobs: rows.map { |data, ranked| plain(data).merge("ranked" => plain(ranked)) } }
      end

      # Reckons what is not kept yet, for so many seconds. Returns how many.
      def renew(seconds = SECONDS)
        ends = now + seconds
        waiting.order(:updated_at).select_map(:id).take_while { now < ends }.count { |id| put(@store.jobs.find(id)) }
      end

      # The jobs' entries with what was wrong, for a replay: [[entries, ids], ...] the latest first
      # family: id, or nil for all
      def for_replay(family, most)
        rows = kept.where(Sequel.lit("data ->> 'truth' <> '[]'"))
        rows = rows.where(Sequel.lit("data ->> 'family' = ?", family)) if family
        found = rows.order(Sequel.desc(:updated_at)).limit(most).select_map(%i[job_id data])
        found.map { |id, data| [@store.jobs.find(id).entries, data["truth"].to_a] }
      end

      private

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      def closed = @database[:jobs].where(closed_as: TAUGHT, practice: false)

      # Those of the jobs as they stand, still closed.
      def kept
        @database[:closed_jobs].where(stamp: @plain.stamp)
                               .join(closed.select(:id, :version,
                                                   :updated_at).as(:now), { id: :job_id, version: :version })
      end

      def waiting = closed.exclude(id: kept.select(:job_id))

      # A job that cannot be reckoned teaches nothing, and keeps the others from nothing.
      def taught(stored)
        UpperBranch::Learning::ClosedJob.of(UpperBranch::Job.replay(@plain, stored.entries))
      rescue StandardError => e
        Journal.error("closed job", e, depth: 2)
        nil
      end

      def put(stored)
        data = taught(stored)
        update = { version: stored.version, stamp: @plain.stamp, data: data && Sequel.pg_jsonb(data) }
        @database[:closed_jobs].insert_conflict(target: :job_id, update: update)
                               .insert(job_id: stored.id, ranked: ranked(stored, data), **update)
        true
      end

      # As it was ranked with all that had been learned when it was closed.
      def ranked(stored, data)
        return unless data && data["first"]

        said = UpperBranch::Learning::ClosedJob.first_ranking(@store.jobs.replay(stored.entries))
        said && Sequel.pg_jsonb(said)
      rescue Problem
        nil
      end

      def plain(text) = text && JSON.parse(text)
    end
  end
end
