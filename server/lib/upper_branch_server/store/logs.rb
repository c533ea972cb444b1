# frozen_string_literal: true

require "securerandom"
require "tempfile"

module UpperBranchServer
  class Store
    # Data logs. Reading one takes seconds of pure work, so a process of its own does it (LogReader) and reports its
    # progress; what comes out is kept, the file is not: it has no name from the moment it is here, so that nothing can
    # be left lying about.
    class Logs
      LIMIT = UpperBranch::Signals::LogFile::LIMIT
      KEPT = 40 # the oldest are dropped
      AT_ONCE = 1 # readers running at a time in each worker
      QUEUE = 10 # logs taken in and not yet read, in all workers together; one more is refused
      LOST = 20 # s without a sign of its reader after which a log never will be read
      SAMPLES = {
        "fruit-lorry-road" => "Fruit lorry on the valley road",
        "frost-fan-pull" => "Frost fan pulling flat out",
        "cider-van-hill" => "Cider van over the hill, in good health",
        "press-engine-slow-logger" => "Press engine, two readings a second"
      }.freeze
      INTERRUPTED = { "field" => "file", "detail" => "Reading it was interrupted. Send it again." }.freeze
      UNREADABLE = {
        "field" => "file",
        "detail" =>
          "This file could not be read: it took too long or too much memory. " \
          "Cut it to the part that matters, or save it as plain CSV."
      }.freeze

      def initialize(database, patience: LogReader::PATIENCE)
        @database = database
        @patience = patience
        @places = SizedQueue.new(AT_ONCE)
        @threads = []
        @lock = Mutex.new
      end

      # The latest first.
      def list
        rows.reverse(:number).limit(KEPT).map { |row| view(row) }
      end

      def samples
        SAMPLES.map { |id, name| { id: id, name: name } }
      end

      def find(id)
        view(rows.select_append(:reading).where(id: id).first || raise(Problem.not_found))
      end

      # io: the request's body. Raises Problem 413 when it is larger than a log may be, 429 when too many wait to be
      # read.
      def take(name, io)
        room
        file = nameless
        if IO.copy_stream(io, file, LIMIT + 1) > LIMIT
          raise Problem.new(
            413,
            "too-large",
            "Too large",
            "A log is at most #{LIMIT / 1024 / 1024} MB: cut it to the part that matters."
          )
        end

        file.rewind
        start(name, file)
      rescue StandardError
        file&.close
        raise
      end

      def sample(id)
        name = SAMPLES[id] or raise Problem.not_found
        File.open(File.join(ROOT, "docs", "examples", "#{id}.csv"), "rb") { |io| take(name, io) }
      end

      # Logs whose reader went down with its server are told so. For the start of a server.
      def mark_interrupted(silent_for: 2)
        unread
          .where { beat_at < Sequel.lit("now() - ? * interval '1 second'", silent_for) }
          .update(problem: Sequel.pg_jsonb(INTERRUPTED))
      end

      # Waits until every reader has ended; for tests and for going down in order.
      def settle
        @threads.each(&:join)
      end

      private

      def rows
        @database[:logs]
          .select(:id, :name, :progress, :problem, :created_at)
          .select_append(Sequel.lit("(beat_at < now() - ? * interval '1 second')", LOST).as(:silent))
          .select_append(Sequel.~(reading: nil).as(:read))
      end

      def unread
        @database[:logs].where(reading: nil, problem: nil)
      end

      def room
        waiting = unread.where { beat_at >= Sequel.lit("now() - ? * interval '1 second'", LOST) }.count
        return unless waiting >= QUEUE

        raise Problem.new(
          429,
          "busy",
          "Too many logs at once",
          "#{QUEUE} logs are waiting to be read: send this one in a minute.",
          wait: 60
        )
      end

      def nameless
        Tempfile.create("upper-branch-log", mode: File::BINARY).tap { |file| File.unlink(file.path) }
      end

      def start(name, file)
        id = SecureRandom.uuid
        @database[:logs].insert(id: id, name: name)
        forget_old
        @lock.synchronize do
          @threads.select!(&:alive?)
          @threads << Thread.new { watched(id) { read(id, file) } }
        end
        find(id)
      end

      # A sign of life every second, from the first moment in the queue.
      def watched(id)
        done = Queue.new
        beat = Thread.new { @database[:logs].where(id: id).update(beat_at: Sequel.function(:now)) until ended?(done) }
        beat.report_on_exception = false # a database that is away ends the beat; the log is then told as interrupted
        yield
      ensure
        done << true
        begin
          beat.join
        rescue StandardError
          nil
        end
      end

      # Whether the work ended within a second.
      def ended?(done)
        10.times do
          return true unless done.empty?

          sleep 0.1
        end
        false
      end

      # Who is stopped while he waits for a place has none to give back: he would wait for one for ever.
      def read(id, file)
        @places.push(id)
        begin
          LogReader.run(file, patience: @patience) { |said| heard(id, said) }
        rescue StandardError => e
          Journal.error("log", e, depth: 2)
          unread.where(id: id).update(problem: Sequel.pg_jsonb(UNREADABLE))
        ensure
          @places.pop
        end
      ensure
        file.close
      end

      def heard(id, said)
        row = @database[:logs].where(id: id)
        return row.update(progress: said["progress"]) if said["progress"]
        return row.update(problem: Sequel.pg_jsonb(said["problem"])) if said["problem"]

        row.update(progress: 1.0, reading: Sequel.pg_jsonb(said["reading"]))
      end

      def forget_old
        old = @database[:logs].reverse(:number).offset(KEPT).select_map(:id)
        @database[:logs].where(id: old).delete if old.any?
      end

      def view(row)
        problem = plain(row[:problem]) || (row[:silent] && !row[:read] ? INTERRUPTED : nil)
        {
          id: row[:id],
          name: row[:name],
          progress: row[:progress].round(3),
          problem: problem,
          reading: plain(row[:reading]),
          created_at: row[:created_at].utc.iso8601(3)
        }
      end

      def plain(data)
        data && JSON.parse(JSON.generate(data))
      end
    end
  end
end
