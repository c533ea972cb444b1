# frozen_string_literal: true

module UpperBranchServer
  module Projections
    # Brings the rows of the board up to date after the catalogue has changed, or after a process ended between storing
    # an entry and tracing it: open jobs first, the latest first. One process does it for all.
    #
    #   BoardRows.new(store).renew   # => how many were made anew
    class BoardRows
      LOCK = 8_420_001 # a number of our own among PostgreSQL's advisory locks
      AT_ONCE = 50     # jobs looked up at a time

      def initialize(store)
        @store = store
        @failed = []
      end

      # In the background, once. Returns the thread.
      def renew_aside
        Thread.new do
          renew
        rescue Sequel::Error => e
          Journal.error("board rows", e)
        end
      end

      def renew
        alone { sum_of_batches } || 0
      end

      private

      def sum_of_batches
        done = 0
        while (ids = batch).any?
          ids.each { |id| done += 1 if renewed?(id) }
        end
        done
      end

      def batch
        @store
          .traces
          .stale
          .exclude(id: @failed)
          .order(Sequel.~(closed_as: nil), Sequel.desc(:updated_at))
          .limit(AT_ONCE)
          .select_map(:id)
      end

      # A job whose machine nobody knows any more keeps the row it has.
      def renewed?(id)
        @store.traces.show(@store.jobs.find(id))
        still = @store.traces.stale.where(id: id).any?
        @failed << id if still
        !still
      rescue StandardError => e
        Journal.error("board row", e, depth: 2)
        @failed << id
        false
      end

      def alone
        @store.database.synchronize do
          next unless @store.database.get(Sequel.function(:pg_try_advisory_lock, LOCK))

          begin
            yield
          ensure
            @store.database.get(Sequel.function(:pg_advisory_unlock, LOCK))
          end
        end
      end
    end
  end
end
