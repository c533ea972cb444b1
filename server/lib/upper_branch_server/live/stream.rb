# frozen_string_literal: true

require "json"

module UpperBranchServer
  module Live
    # One page that listens: its socket, taken over from the web server so that no thread waits for it, and what is
    # written to it but not yet taken. Server-sent events (WHATWG HTML, 9.2).
    class Stream
      HEAD = "HTTP/1.1 200 OK\r\ncontent-type: text/event-stream\r\ncache-control: no-store\r\n" \
             "x-content-type-options: nosniff\r\nx-accel-buffering: no\r\nconnection: close\r\n\r\nretry: 2000\n\n"
      MOST = 65_536 # bytes that may wait; a page so far behind comes again by itself

      attr_reader :id, :io, :job, :name, :session

      # io: of the hijacked request; job: id, or nil for the board; name: who looks, or nil; session: {account:, key:,
      # role:} of who has signed in, nil at an open bench
      def initialize(id, io, job, name, session = nil)
        @id = id
        @io = io
        @job = job
        @name = name
        @session = session
        @waiting = +HEAD
      end

      # false when the page has gone or cannot follow
      def tell(event, told)
        @waiting << "event: #{event}\ndata: #{JSON.generate(told)}\n\n"
        flush
      end

      # A line that means nothing, so that a dead connection shows.
      def beat
        @waiting << ":\n\n"
        flush
      end

      def flush
        @waiting = @waiting.byteslice(@io.write_nonblock(@waiting)..) until @waiting.empty?
        true
      rescue IO::WaitWritable
        @waiting.bytesize <= MOST
      rescue SystemCallError, IOError
        false
      end

      # A page says nothing more; what can be read is its end.
      def gone?
        @io.read_nonblock(1024)
        false
      rescue IO::WaitReadable
        false
      rescue SystemCallError, IOError
        true
      end

      def close
        @io.close
      rescue SystemCallError, IOError
        nil
      end
    end
  end
end
