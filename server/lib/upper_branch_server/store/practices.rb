# frozen_string_literal: true

module UpperBranchServer
  class Store
    # Practice on the simulated engine: who practises on which job what, how it ended, and what the lead has set.
    #
    #   store.practices.begin(job_id, Learner.new(account: 7, name: "Eva"), exercise)
    #   store.practices.find(job_id)   # => Kept, or Problem 404 for a job that is none
    class Practices
      # Who practises: the account (nil at an open bench, where the name is all that is known), and the name shown.
      Learner = Struct.new(:account, :name, keyword_init: true) do
        def where = account ? { account_id: account } : { account_id: nil, learner: name }
      end

      # learner: the name it is done under; exercise, debrief: plain data; ended: Time or nil
      Kept = Struct.new(:job, :account, :learner, :exercise, :engine, :debrief, :begun, :ended, :title,
                        keyword_init: true)
      LATEST = 200 # of one learner, that count

      def initialize(database)
        @database = database
      end

      # set: id of an exercise that the lead has set, or nil.
      def begin(job_id, learner, exercise, set: nil)
        @database.transaction do
          @database[:jobs].where(id: job_id).update(practice: true)
          @database[:practices].insert(job_id: job_id, learner: learner.name, account_id: learner.account, set_as: set,
                                       exercise: Sequel.pg_jsonb(exercise.to_h))
        end
      end

      # Has this learner begun it already?
      def begun?(job_id, learner) = @database[:practices].where(job_id: job_id, **learner.where).any?

      # Raises Problem 404.
      def find(job_id)
        row = with_titles.where(job_id: job_id).first or raise Problem.not_found
        kept(row)
      end

      def practice?(job_id) = @database[:practices].where(job_id: job_id).any?

      # Everything one learner has begun, the latest first.
      def of(learner)
        with_titles.where(learner.where).order(Sequel.desc(:begun_at), :job_id).limit(LATEST).map { |row| kept(row) }
      end

      # How the engine was left.
      def leave_engine(job_id, state)
        @database[:practices].where(job_id: job_id).update(engine: Sequel.pg_jsonb(state))
      end

      # It is over, with what it came to; what was said first stays.
      def end(job_id, debrief)
        @database[:practices].where(job_id: job_id, ended_at: nil)
                             .update(debrief: Sequel.pg_jsonb(debrief), ended_at: Sequel.function(:clock_timestamp))
        find(job_id)
      end

      # Exercises the lead has set, the latest first, without what is hidden in them; with what this learner has made of
      # each. everybody: with what all have made of it
      def set(learner, everybody: false)
        taken = taken_on(everybody ? {} : learner.where)
        @database[:exercises].order(Sequel.desc(:set_at)).map do |row|
          all = taken.fetch(row[:id], [])
          mine = all.find { |one| learner.account ? one.account == learner.account : one.learner == learner.name }
          row.slice(:id, :family, :level, :note, :by)
             .merge(job: mine&.job, over: !mine&.ended.nil?, taken: everybody ? all.map { |one| made_of(one) } : [])
        end
      end

      # Raises Problem 404.
      def exercise(id) = @database[:exercises].where(id: id).first || raise(Problem.not_found)

      def put(family:, level:, seed:, note:, by:)
        @database[:exercises].insert(family: family, level: level, seed: seed, note: note, by: by)
      end

      def take_back(id)
        @database[:exercises].where(id: id).delete.positive? or raise Problem.not_found
      end

      private

      # {exercise => [Kept, ...]}, the earliest first. whose: condition
      def taken_on(whose)
        with_titles.where(whose).exclude(set_as: nil).order(:begun_at, :job_id).to_hash_groups(:set_as)
                   .transform_values { |rows| rows.map { |row| kept(row) } }
      end

      def made_of(one)
        { learner: one.learner, job: one.job, found: one.debrief&.fetch("found"),
          minutes: one.debrief&.fetch("minutes") }
      end

      def with_titles
        @database[:practices].join(:jobs, id: :job_id)
                             .select_all(:practices).select_append(Sequel[:jobs][:title])
      end

      def kept(row)
        data = %i[exercise engine debrief].to_h { |name| [name, row[name] && plain(row[name])] }
        Kept.new(job: row[:job_id], account: row[:account_id], begun: row[:begun_at], ended: row[:ended_at],
                 **row.slice(:learner, :title), **data)
      end

      def plain(data) = JSON.parse(JSON.generate(data))
    end
  end
end
