# frozen_string_literal: true

module UpperBranchServer
  # How many of something heavy this process does at a time. Who comes beyond waits a little, and is then told to come
  # again: each who waits holds a thread that others need.
  #
  #   slots = Slots.new(1, waiting: 3, patience: 20)
  #   slots.take { ... }   # raises Problem 429
  class Slots
    WAIT = 15 # s after which it may be tried again

    # count: at a time; waiting: how many may wait; patience: s
    def initialize(count, waiting:, patience:)
      @free = count
      @places = waiting
      @patience = patience
      @lock = Mutex.new
      @freed = ConditionVariable.new
    end

    def take
      enter
      begin
        yield
      ensure
        @lock.synchronize do
          @free += 1
          @freed.signal
        end
      end
    end

    private

    def enter
      ends = now + @patience
      @lock.synchronize do
        raise busy if @free.zero? && @places.zero?

        @places -= 1
        begin
          @freed.wait(@lock, ends - now) while @free.zero? && now < ends
          raise busy if @free.zero?

          @free -= 1
        ensure
          @places += 1
        end
      end
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

    def busy
      Problem.new(429, "busy", "Too many at once", "Others are being read: it is sent again in #{WAIT} seconds.",
                  wait: WAIT)
    end
  end
end
