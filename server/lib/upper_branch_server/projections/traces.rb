# frozen_string_literal: true

require "json"

module UpperBranchServer
  module Projections
    # Traces of jobs, each version reckoned once in a process and kept while there is room; the board's row comes from
    # it. Never under the lock of a job: a trace takes tens of milliseconds, and the next entry waits for nobody.
    #
    #   traces.of(stored)   # => Traced
    #
    # Kept by job, version and catalogue. How the shop works is part of the job (its machine entry), so that it needs no
    # place of its own.
    class Traces
      KEPT = 16_000_000 # bytes, about a hundred traces

      def initialize(database, jobs, machines)
        @database = database
        @jobs = jobs
        @machines = machines
        @kept = UpperBranch::BoundedCache.new(KEPT)
      end

      # stored: Store::Jobs::Stored. Raises Problem 422 when its machine is known no more.
      def of(stored)
        fresh = false
        traced = @kept.fetch([stored.id, stored.version, stamp]) { reckoned(stored).tap { fresh = true } }
        put(stored, traced) if fresh
        traced
      end

      # Puts the row of this version on the board, reckoned already or not.
      def show(stored) = put(stored, of(stored))

      # Jobs whose row on the board is of an older version or another catalogue.
      def stale
        @database[:jobs].where(
          Sequel.|(Sequel.~(traced_version: :version), Sequel.lit("traced_catalogue IS DISTINCT FROM ?", stamp))
        )
      end

      private

      def stamp = @jobs.catalogue.stamp

      def reckoned(stored)
        job = @jobs.replay(stored.entries)
        trace = UpperBranch::Views::Trace.of(job).to_h
        Traced.new(json: written(trace), struck: job.struck, row: UpperBranch::Views::BoardRow.of(trace),
                   words: UpperBranch::Views::BoardRow.words(trace), machine: trace[:machine].slice(:called, :family))
      end

      # As JSON; parts with a number that JSON does not have (NaN) are left out.
      def written(trace)
        JSON.generate(trace)
      rescue JSON::GeneratorError => e
        Store::Jobs::GUARD.call("trace as JSON", e)
        JSON.generate(UpperBranch::Views::Trace.writable(trace))
      end

      # Puts the row on the board, unless it stands there already or the job has gone on meanwhile. A database that
      # cannot take it now keeps nobody from reading: the row follows later (BoardRows).
      def put(stored, traced)
        stale.where(id: stored.id, version: stored.version)
             .update(summary: Sequel.pg_jsonb(traced.row), traced_version: stored.version, traced_catalogue: stamp,
                     record: traced.words, machine_id: stored.practice ? nil : @machines.id_of(**traced.machine))
      rescue Sequel::Error, JSON::GeneratorError => e
        Journal.error("board row", e)
      end
    end
  end
end
