# frozen_string_literal: true

module UpperBranchServer
  module Limits
    # Where Rack::Attack counts: what guards a secret in PostgreSQL, so that every process counts the same; the rest in
    # this process alone, since it is counted with every request.
    class Counts
      SHARED = %w[codes sign-in password].freeze # names of the throttles that guard something
      KEPT = 20_000

      def initialize(database)
        @database = database
        @own = {}
        @lock = Mutex.new
      end

      # Count after this one. name: as Rack::Attack makes it, "rack::attack:PERIOD:THROTTLE:WHO"; expires_in: s
      def increment(name, amount, expires_in:)
        return increment_own(name, amount, expires_in) unless shared?(name)

        increment_shared(name, amount, expires_in)
      rescue Sequel::Error # away: what comes next says so
        increment_own(name, amount, expires_in)
      end

      def read(name) = shared?(name) ? @database[:attempts].where(name: name).get(:count) : @own.dig(name, 0)

      def write(name, count, expires_in:) = increment(name, count, expires_in: expires_in)

      def delete(name)
        @lock.synchronize { @own.delete(name) }
        @database[:attempts].where(name: name).delete if shared?(name)
      end

      private

      def shared?(name) = SHARED.any? { |throttle| name.include?(":#{throttle}:") }

      def increment_shared(name, amount, seconds)
        until_then = Sequel.function(:now) + Sequel.lit("? * interval '1 second'", seconds)
        @database[:attempts].where(Sequel.lit("expires_at < now()")).delete
        @database[:attempts].returning(:count)
                            .insert_conflict(target: :name, update: { count: Sequel[:attempts][:count] + amount })
                            .insert(name: name, count: amount, expires_at: until_then).first[:count]
      end

      def increment_own(name, amount, seconds)
        now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        @lock.synchronize do
          @own.delete_if { |_, (_, till)| till < now } if @own.size > KEPT
          @own.clear if @own.size > KEPT
          count, till = @own[name]
          count = 0 if till.nil? || till < now
          @own[name] = [count + amount, till && till >= now ? till : now + seconds]
          count + amount
        end
      end
    end
  end
end
