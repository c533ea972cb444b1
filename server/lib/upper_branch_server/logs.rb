# frozen_string_literal: true

require "fileutils"
require "rbconfig"
require "securerandom"
require "tempfile"

module UpperBranchServer
  # Data logs. Reading one takes seconds of pure work, so a process of its own does it (bin/read-log) and reports its progress; what
  # comes out is kept, the file is not.
  class Logs
    LIMIT = UpperBranch::Measuring::LogFile::LIMIT
    KEPT = 40       # the oldest are dropped
    AT_ONCE = 2     # readers running at a time
    PATIENCE = 600  # s after which a log that is still not read never will be
    SAMPLES = { "fruit-lorry-road" => "Fruit lorry on the valley road", "frost-fan-pull" => "Frost fan pulling flat out" }.freeze
    READER = File.join(ROOT, "bin", "read-log").freeze

    def initialize(database)
      @database = database
      @places = SizedQueue.new(AT_ONCE)
    end

    def list
      @database[:logs].reverse(:created_at).limit(KEPT).select(:id, :name, :progress, :problem, :created_at).map { |row| view(row) }
    end

    def samples
      SAMPLES.map { |id, name| { id: id, name: name } }
    end

    def find(id)
      view(@database[:logs].where(id: id).first || raise(Problem.not_found))
    end

    # io: the request's body. Raises Problem 413 when it is larger than a log may be.
    def take(name, io)
      file = Tempfile.create("upper-branch-log")
      file.binmode
      size = IO.copy_stream(io, file, LIMIT + 1)
      if size > LIMIT
        discard(file)
        raise Problem.new(413, "too-large", "Too large", "A log is at most #{LIMIT / 1024 / 1024} MB: cut it to the part that matters.")
      end
      start(name, file)
    end

    def sample(id)
      name = SAMPLES[id] or raise Problem.not_found
      take(name, File.open(File.join(ROOT, "docs", "examples", "#{id}.csv"), "rb"))
    end

    # Waits until every reader has ended; for tests and for going down in order.
    def settle
      @threads.to_a.each(&:join)
    end

    private

    def start(name, file)
      file.close
      id = SecureRandom.uuid
      @database[:logs].insert(id: id, name: name)
      forget_old
      (@threads ||= []).select!(&:alive?)
      @threads << Thread.new { read(id, file) }
      find(id)
    end

    def read(id, file)
      @places.push(id)
      IO.popen([RbConfig.ruby, READER, "--json", file.path], err: File::NULL) { |lines| lines.each_line { |line| heard(id, JSON.parse(line)) } }
      raise "ended without a word" if @database[:logs].where(id: id, reading: nil, problem: nil).any?
    rescue StandardError => e
      warn "log #{id}: #{e.message}"
      @database[:logs].where(id: id).update(problem: Sequel.pg_jsonb({ "field" => "file", "detail" => "This file could not be read. Try again, or save it as plain CSV." }))
    ensure
      @places.pop
      discard(file)
    end

    def heard(id, said)
      row = @database[:logs].where(id: id)
      return row.update(progress: said["progress"]) if said["progress"]
      return row.update(problem: Sequel.pg_jsonb(said["problem"])) if said["problem"]

      row.update(progress: 1.0, reading: Sequel.pg_jsonb(said["reading"]))
    end

    def forget_old
      old = @database[:logs].reverse(:created_at).offset(KEPT).select_map(:id)
      @database[:logs].where(id: old).delete if old.any?
    end

    def discard(file)
      file.close unless file.closed?
      FileUtils.rm_f(file.path)
    end

    def view(row)
      { id: row[:id], name: row[:name], progress: row[:progress].round(3), problem: plain(row[:problem]) || interrupted(row), reading: plain(row[:reading]), created_at: row[:created_at].utc.iso8601(3) }
    end

    # A reader that went down with its server leaves a log neither read nor refused.
    def interrupted(row)
      return if row[:progress] >= 1 || row[:created_at] > Time.now - PATIENCE

      { "field" => "file", "detail" => "Reading it was interrupted. Send it again." }
    end

    def plain(data)
      data && JSON.parse(JSON.generate(data))
    end
  end
end
