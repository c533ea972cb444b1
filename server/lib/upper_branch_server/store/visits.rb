# frozen_string_literal: true

module UpperBranchServer
  class Store
    # Earlier jobs on the same machine, by what the shop calls it and its family: the latest first.
    #
    #   store.visits.before(stored, job)   # => [{id:, begun:, title:, outcome:, done:, left:, open:}, ...]
    class Visits
      MOST = 8 # jobs that are told of

      # jobs: Jobs
      def initialize(database, jobs)
        @database = database
        @jobs = jobs
      end

      # stored: Jobs::Stored; job: the same replayed. The block: the card of a job.
      def before(stored, job)
        return [] unless job.called

        others(stored, job.called).filter_map do |row|
          earlier = @jobs.find(row[:id])
          replayed = @jobs.replay(earlier.entries)
          next unless replayed.machine.family["id"] == job.machine.family["id"]

          { id: row[:id], begun: row[:created_at].utc.iso8601(3),
            **UpperBranch::Views::Visit.of(replayed, title: earlier.title, card: yield(replayed)) }
        end
      end

      private

      def others(stored, called)
        begun = @database[:jobs].where(id: stored.id).get(:created_at)
        @database[:jobs].where(Sequel.lit("summary ->> 'machine' = ?", called)).exclude(id: stored.id)
                        .where { created_at <= begun }.order(Sequel.desc(:created_at), :id).limit(MOST)
                        .select(:id, :created_at).all
      end
    end
  end
end
