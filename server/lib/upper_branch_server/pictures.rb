# frozen_string_literal: true

require "json"
require "rbconfig"
require "timeout"

module UpperBranchServer
  # Photos as they are kept: JPEG of a bounded size, with nothing of where and by what they were taken. They are decoded
  # in a process of their own (server/picture.rb), one such process at a time, which may take so much memory, so much of
  # a processor and so long, and no more.
  #
  #   Pictures.kept(bytes)      # => Picture with bytes, width, height
  #   Pictures.again([bytes])   # => [Picture], pictures that were kept before, as they stand
  #
  # Raises Problem 413, 415 or 422 saying what to do instead, 429 where too many come at once.
  module Pictures
    LIMIT = 10_000_000 # bytes sent
    SIDE = 1600        # pixels of the longer side as it is kept
    PROGRAM = File.join(ROOT, "server", "picture.rb").freeze
    RUNNER = File.join(ROOT, "bin", "lib", "server_program.rb").freeze
    MEMORY = 1_500_000_000 # bytes of address space; Ruby and libvips take a third of it before any picture
    PROCESSOR = 60         # s of a processor
    PATIENCE = 90          # s on the clock
    SLOTS = Slots.new(1, waiting: 3, patience: 20)

    Picture = Struct.new(:bytes, :width, :height, keyword_init: true)

    module_function

    # bytes: as they were sent
    def kept(bytes) = worked("kept", [bytes]).first

    # list: of pictures that were kept before: each of the size and without metadata, or refused. The field of the
    # Problem is the place in the list.
    def again(list) = list.empty? ? [] : worked("again", list)

    def worked(mode, list)
      SLOTS.take { in_a_process(mode, list) }
    end

    def in_a_process(mode, list)
      pipe = IO.popen([{ "VIPS_CONCURRENCY" => "1", "MALLOC_ARENA_MAX" => "2", "RUBYOPT" => nil },
                       RbConfig.ruby, RUNNER, "server/picture.rb", mode,
                       { err: File::NULL, rlimit_as: MEMORY, rlimit_cpu: PROCESSOR }], "r+b")
      writer = Thread.new { send_all(pipe, list) }
      Timeout.timeout(PATIENCE) { list.map { one(pipe) } }
    rescue Timeout::Error, EOFError, SystemCallError, JSON::ParserError
      raise cannot
    ensure
      writer&.kill
      stop(pipe)
    end

    def send_all(pipe, list)
      list.each do |bytes|
        pipe.write("#{bytes.bytesize}\n", bytes)
        pipe.flush
      end
    rescue SystemCallError, IOError
      nil # it has ended; what it did not say is missed by who reads
    end

    # A line of JSON, and the picture where it is one.
    def one(pipe)
      said = JSON.parse(pipe.gets || raise(EOFError))
      if said["bytes"]
        return Picture.new(bytes: pipe.read(said["bytes"]),
                           **said.slice("width", "height").transform_keys(&:to_sym))
      end

      raise Problem.new(*said.fetch("problem").values_at("status", "type", "title", "detail"))
    end

    def stop(pipe)
      return unless pipe

      Process.kill(:KILL, pipe.pid)
    rescue Errno::ESRCH
      nil
    ensure
      pipe&.close
    end

    def cannot
      Problem.new(413, "too-large", "Too large", "This photo takes too much room or time to read: send a smaller one.")
    end
    private_class_method :worked, :in_a_process, :send_all, :one, :stop, :cannot
  end
end
