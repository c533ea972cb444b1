# frozen_string_literal: true

require "json"
require "logger"
require "time"

module UpperBranchServer
  # What happened, one JSON object a line: requests, errors, what was done in the background. Without what somebody
  # entered, without codes, names or passwords. A line of a request carries its id, which the person who met the error
  # is shown.
  #
  #   Journal.open("var/log/journal.jsonl")            # requests too; without it errors alone, on stderr
  #   Journal.say("database", error: "PG::ConnectionBad")
  #   Journal.during(request_id) { ... }               # every line in it carries the id
  module Journal
    KEPT = 5           # files
    SIZE = 10_000_000  # bytes of one
    KEY = :upper_branch_request
    # Addresses whose last part opens something.
    SECRET = %r{(/owner/|/join/)[^/]+}

    class << self
      def open(path)
        @file = Logger.new(path, KEPT, SIZE, formatter: ->(_, _, _, line) { "#{line}\n" }, progname: nil)
      end

      def close
        @file&.close
        @file = nil
      end

      # An event that somebody should look at.
      def say(event, **told)
        text = line(event, told)
        @file&.info(text)
        warn text
      end

      # What happens all day: only in the file.
      def note(event, **told) = @file&.info(line(event, told))

      def during(id)
        Thread.current[KEY] = id
        yield
      ensure
        Thread.current[KEY] = nil
      end

      def request = Thread.current[KEY]

      def path(path) = text(path)[0, 200].gsub(SECRET, '\1*')

      # An error without what it may quote of an entry: its kind, its first line, where it was.
      def error(event, error, depth: 0)
        say(event, error: error.class.name, says: text(error.message).lines.first.to_s.strip[0, 300],
                   **(depth.positive? ? { where: error.backtrace.to_a.first(depth) } : {}))
      end

      private

      # As JSON can hold it, whatever it was.
      def text(said) = said.to_s.dup.force_encoding("UTF-8").scrub("?")

      def line(event, told)
        JSON.generate({ at: Time.now.utc.iso8601(3), event: event, request: request, pid: Process.pid, **told }.compact)
      end
    end
  end
end
