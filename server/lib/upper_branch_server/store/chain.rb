# frozen_string_literal: true

module UpperBranchServer
  class Store
    # The chain of sums over the entries of every job (made by the database as they are written): is any entry changed,
    # left out or exchanged since?
    #
    #   chain.broken   # => [{job_id:, sequence:}], the first of each job; empty when the record is whole
    #   chain.heads    # => {job id => [version, sum of its last entry]}, what a backup keeps to be compared with
    class Chain
      def initialize(database)
        @database = database
      end

      # jobs: ids, or nil for all
      def broken(jobs = nil)
        wrong = @database.from(Sequel.lit("(?) AS entry", sums(jobs)))
                         .where(Sequel.lit("told IS DISTINCT FROM reckoned OR sequence <> place"))
                         .group(:job_id).select_map([:job_id, Sequel.function(:min, :sequence).as(:first)])
        rows = wrong.map { |job, sequence| { job_id: job, sequence: sequence } }
        rows + cut(jobs).map { |job, version| { job_id: job, sequence: version } }
      end

      def heads
        last = @database[:entries].distinct(:job_id).order(:job_id, Sequel.desc(:sequence))
        last.select_map(%i[job_id sequence sum]).to_h { |job, sequence, sum| [job, [sequence, sum]] }
      end

      private

      # Each entry with the sum it tells, the one reckoned from what stands before it, and its place in the row.
      def sums(jobs)
        before = "lag(entries.sum) OVER (PARTITION BY job_id ORDER BY sequence)"
        rows = @database[:entries]
        rows = rows.where(job_id: jobs) if jobs
        rows.select(:job_id, :sequence, Sequel[:sum].as(:told),
                    Sequel.lit("entry_sum(coalesce(#{before}, ''), entries)").as(:reckoned),
                    Sequel.lit("row_number() OVER (PARTITION BY job_id ORDER BY sequence)").as(:place))
      end

      # Jobs whose last entries are not there.
      def cut(jobs)
        rows = @database[:jobs].left_join(:entries, { Sequel[:entries][:job_id] => Sequel[:jobs][:id] })
        rows = rows.where(Sequel[:jobs][:id] => jobs) if jobs
        rows.group(Sequel[:jobs][:id]).having { count(Sequel[:entries][:id]) < Sequel[:jobs][:version] }
            .select_map([Sequel[:jobs][:id], Sequel[:jobs][:version]])
      end
    end
  end
end
