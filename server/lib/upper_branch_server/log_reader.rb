# frozen_string_literal: true

require "rbconfig"

module UpperBranchServer
  # Reads one data log in a process of its own (bin/read-log), which may take so much memory, so much of a processor and
  # so long, and no more.
  #
  #   LogReader.run(file) { |said| said }   # {"progress" => 0.3}, then {"reading" => ...} or {"problem" => {...}}
  #
  # file: open at its beginning. Raises LogReader::Failed when the reader ended without an answer.
  class LogReader
    PROGRAM = File.join(ROOT, "bin", "read-log").freeze
    MEMORY = 2 * 1024 * 1024 * 1024 # bytes of address space
    PROCESSOR = 60                  # s of a processor
    PATIENCE = 120                  # s on the clock

    class Failed < StandardError
    end

    def self.run(file, patience: PATIENCE, &block)
      new(file, patience).run(&block)
    end

    def initialize(file, patience)
      @file = file
      @deadline = now + patience
    end

    def run
      answered = false
      @out =
        IO.popen(
          [
            RbConfig.ruby,
            PROGRAM,
            "--json",
            "-",
            { in: @file, err: File::NULL, rlimit_as: MEMORY, rlimit_cpu: PROCESSOR }
          ],
          "r"
        )
      each_line do |line|
        said = JSON.parse(line)
        answered ||= said.key?("reading") || said.key?("problem")
        yield said
      end
      raise Failed, "it ended without an answer" unless answered
    ensure
      stop
    end

    private

    def each_line
      rest = +""
      loop do
        rest << part
        while (line = rest.slice!(/\A.*\n/)) do yield line end
      end
    rescue EOFError
      nil
    end

    def part
      left = @deadline - now
      raise Failed, "it took longer than it may" unless left.positive? && @out.wait_readable(left)

      @out.read_nonblock(65_536)
    end

    def stop
      return unless @out

      Process.kill(:KILL, @out.pid)
    rescue Errno::ESRCH
      nil
    ensure
      @out&.close
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
