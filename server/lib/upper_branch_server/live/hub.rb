# frozen_string_literal: true

require "pg"

module UpperBranchServer
  module Live
    # The pages that listen to this process, and one thread that hears what PostgreSQL tells and passes it on. However
    # many pages listen, they hold no thread of the web server; there are at most so many.
    #
    #   hub.join(io, job: id, name: "Ines")   # => true, or false when it is full
    class Hub
      MOST = 500       # pages of one process
      TICK = 1.0       # s: how long the thread waits for news before it looks for pages that have gone
      BEAT = 15        # s between two signs of life
      FIRST_PAUSE = 0.2 # s, and the longest, before PostgreSQL is asked again
      LAST_PAUSE = 5
      LASTS = 45 # s after which a page that was not heard of no longer looks

      # database: Sequel::Database of the app
      def initialize(database)
        @database = database
        @streams = {}
        @lock = Mutex.new
        @beat = now
      end

      # session: as Stream takes it; with it the stream ends within two seconds of the session, the account or its role
      def join(io, job:, name:, session: nil)
        stream = Stream.new(SecureRandom.uuid, io, job, name, session)
        return false unless @lock.synchronize { @streams.size < MOST && (@streams[stream.id] = stream) }

        @listens ? stream.tell("again", {}) : stream.flush
        look(stream)
        hear
        true
      end

      def size = @lock.synchronize { @streams.size }

      # Ends the thread and every stream: before a process parts or ends.
      def stop
        thread = @lock.synchronize { @thread.tap { @thread = nil } }
        thread&.kill
        all.each(&:close)
        @lock.synchronize { @streams.clear }
      end

      private

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      def all = @lock.synchronize { @streams.values }

      # The thread is there from the first page on, and again should it have ended.
      def hear
        @lock.synchronize { @thread = Thread.new { listen } unless @thread&.alive? }
      end

      def listen
        pause = FIRST_PAUSE
        loop do
          @database.listen(CHANNEL, loop: ->(_) { tend }, timeout: TICK, after_listen: ->(_) { anew }) do |_, _, told|
            pause = FIRST_PAUSE
            pass_on(JSON.parse(told))
          end
        rescue Sequel::Error, PG::Error => e
          @listens = false
          Journal.note("live", error: e.class.name)
          sleep(pause)
          pause = [pause * 2, LAST_PAUSE].min
        end
      end

      # It listens, perhaps again: what was told meanwhile was not heard, so every page asks.
      def anew
        @listens = true
        all.each { |stream| out(stream) unless stream.tell("again", {}) }
        all.filter_map(&:job).uniq.each { |job| shown(job) }
      end

      def pass_on(told)
        if told["looking"]
          shown(told["looking"])
        elsif told["knowledge"]
          all.each { |stream| out(stream) unless stream.tell("again", {}) }
        else
          all.each do |stream|
            next unless stream.job.nil? || stream.job == told["job"]

            out(stream) unless stream.tell("job", told)
          end
        end
      end

      # Once a second: pages that have gone, those that were slow, and now and then a sign of life.
      def tend
        (all.select { |stream| stream.gone? || !stream.flush } | signed_out).each { |stream| out(stream) }
        return if now - @beat < BEAT

        @beat = now
        all.each { |stream| out(stream) unless stream.beat }
        seen = all.select(&:name).map(&:id)
        rows = @database[:lookers]
        rows.where(id: seen).update(seen_at: Sequel.function(:now)) if seen.any?
        rows.where(Sequel.lit("seen_at < now() - ? * interval '1 second'", LASTS)).delete
      end

      # Streams whose session has ended, whose account was closed, or whose role is another now.
      def signed_out
        streams = all.select(&:session)
        return [] if streams.empty?

        keys = @database[:account_active_session_keys]
        good = keys.join(:accounts, id: :account_id)
                   .where(session_id: streams.map { |stream| stream.session[:key] }, status_id: Store::People::OPEN)
                   .select_map(%i[account_id session_id role])
        streams.reject { |stream| good.include?(stream.session.values_at(:account, :key, :role)) }
      end

      def out(stream)
        return unless @lock.synchronize { @streams.delete(stream.id) }

        stream.close
        return unless stream.job && stream.name

        @database[:lookers].where(id: stream.id).delete
        Live.tell(@database, looking: stream.job)
      rescue Sequel::Error => e
        Journal.note("live", error: e.class.name)
      end

      def look(stream)
        return unless stream.job

        @database[:lookers].insert(id: stream.id, job_id: stream.job, name: stream.name) if stream.name
        Live.tell(@database, looking: stream.job)
      end

      # Everybody who looks at a job, to each of its pages the others.
      def shown(job)
        here = all.select { |stream| stream.job == job }
        return if here.empty?

        rows = @database[:lookers].where(job_id: job).select_map(%i[id name])
        here.each do |stream|
          names = rows.reject { |id, name| id == stream.id || name == stream.name }.map(&:last).uniq.first(9)
          out(stream) unless stream.tell("looking", { names: names })
        end
      end
    end
  end
end
