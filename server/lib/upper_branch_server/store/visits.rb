# frozen_string_literal: true

module UpperBranchServer
  class Store
    # Jobs on one machine, by the record of machines: the latest first.
    #
    #   store.visits.before(stored) { |job| card }   # => [{id:, begun:, title:, outcome:, done:, left:, open:}, ...]
    class Visits
      MOST = 8 # earlier jobs that are told of beside a step

      # jobs: Jobs
      def initialize(database, jobs)
        @database = database
        @jobs = jobs
      end

      # The id of the record of a job's machine, or nil.
      def machine_of(stored) = @database[:jobs].where(id: stored.id).get(:machine_id)

      # Earlier than this job. stored: Jobs::Stored; the block: the card of a job.
      def before(stored, &)
        begun, machine = @database[:jobs].where(id: stored.id).get(%i[created_at machine_id])
        return [] unless machine

        told(of(machine).exclude(id: stored.id).where { created_at <= begun }.limit(MOST), &)
      end

      # The latest on a machine.
      def on(machine_id, most: MOST, &card) = told(of(machine_id).limit(most), &card)

      private

      def of(machine_id)
        @database[:jobs].where(machine_id: machine_id).order(Sequel.desc(:created_at), :id).select(:id, :created_at)
      end

      # A job whose machine the catalogue no longer knows is passed over.
      def told(rows)
        rows.all.filter_map do |row|
          earlier = @jobs.find(row[:id])
          replayed = @jobs.replay(earlier.entries)
          told = UpperBranch::Views::Visit.of(replayed, title: earlier.title, card: yield(replayed))
          { id: row[:id], begun: row[:created_at].utc.iso8601(3), due_on: Due.on(told, earlier.entries.last["at"]),
            **told }
        rescue Problem => e
          Journal.error("visit", e, depth: 2)
          nil
        end
      end
    end
  end
end
