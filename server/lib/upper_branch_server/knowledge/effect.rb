# frozen_string_literal: true

module UpperBranchServer
  class Knowledge
    # What a change would do to the jobs that are open: what each says next, and whom it suspects, before and after. The
    # latest first, as many as can be looked at in a few seconds.
    #
    #   Effect.new(store, other_catalogue).to_h   # => {open: 14, looked: 14, jobs: [{id:, title:, moved: true, ...}]}
    class Effect
      MOST = 20
      SECONDS = 6
      NOTICED = 0.01 # change of a chance that is one

      def initialize(store, catalogue)
        @store = store
        @catalogue = catalogue
      end

      def to_h
        open = @store.database[:jobs].where(closed_as: nil, practice: false)
        jobs = looked(open.order(Sequel.desc(:updated_at), :id).limit(MOST).select_map(:id))
        { open: open.count, looked: jobs.size, jobs: jobs.sort_by { |job| job[:moved] ? 0 : 1 } }
      end

      private

      def looked(ids)
        ends = now + SECONDS
        ids.take_while { now < ends }.filter_map { |id| one(@store.jobs.find(id)) }
      end

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

      # nil where one of the two no longer knows the machine
      def one(stored)
        before = @store.traces.of(stored).row
        job = UpperBranch::Job.replay(@catalogue, stored.entries)
        return unless job.machine

        after = UpperBranch::Views::BoardRow.of(UpperBranch::Views::Trace.of(job).to_h)
        rows = [before, after].map { |row| JSON.parse(JSON.generate(row.slice("next", "leading", "found"))) }
        { id: stored.id, title: stored.title, before: rows.first, after: rows.last, moved: moved?(*rows) }
      rescue Problem
        nil
      end

      def moved?(before, after)
        return true if before.except("leading") != after.except("leading")

        names = [before, after].map { |row| row["leading"].to_h { |one| one.values_at("name", "probability") } }
        names.first.keys != names.last.keys ||
          names.first.any? { |name, chance| (chance - names.last[name]).abs >= NOTICED }
      end
    end
  end
end
