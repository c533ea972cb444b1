# frozen_string_literal: true

require "digest"

module UpperBranchServer
  module People
    # Slows guessing down, and locks nobody out: after some wrong passwords the next one is only looked at after a wait
    # that doubles each time, up to a quarter of an hour. Counted for the name that was given, whether there is such an
    # account or not, and for the address; for a device that is known, for itself alone.
    #
    #   guesses = Guesses.new(database, login: "ines", address: "10.0.0.7", device: nil)
    #   guesses.look     # raises Problem 429 while it has to wait
    #   guesses.wrong    # one more
    #   guesses.right    # forgets them
    class Guesses
      FREE = { "login" => 5, "address" => 15, "device" => 5 }.freeze # wrong ones before the first wait
      FIRST = 2       # s
      LONGEST = 900   # s
      KEPT = 3600     # s after which wrong ones are forgotten

      # Name of the count for a sign-in name.
      def self.of(login) = "guess:login:#{Digest::SHA256.hexdigest(login.to_s.strip.downcase)}"

      # device: id of a known one, or nil
      def initialize(database, login:, address:, device: nil)
        @rows = database[:attempts]
        @names = if device
                   { "device" => "guess:device:#{device}" }
                 else
                   { "login" => Guesses.of(login), "address" => "guess:address:#{address}" }
                 end
      end

      def look
        waits = @rows.where(name: @names.values).where { blocked_until > Sequel.function(:clock_timestamp) }
                     .get(Sequel.function(:max, Sequel.lit("extract(epoch FROM blocked_until - clock_timestamp())")))
        raise Limits.wait(waits.to_f.ceil) if waits
      end

      def wrong
        @rows.where(Sequel.lit("expires_at < clock_timestamp()")).delete
        @names.each do |kind, name|
          more = { count: Sequel[:attempts][:count] + 1 }
          count = @rows.returning(:count).insert_conflict(target: :name, update: more)
                       .insert(name: name, count: 1, expires_at: from_now(KEPT)).first[:count]
          delay = delay_after(count - FREE.fetch(kind))
          @rows.where(name: name).update(blocked_until: from_now(delay), expires_at: from_now(KEPT)) if delay
        end
      end

      def right = @rows.where(name: @names.values_at("login", "device").compact).delete

      private

      def delay_after(beyond) = beyond.positive? ? [FIRST * (2**[beyond - 1, 20].min), LONGEST].min : nil
      def from_now(seconds) = Sequel.lit("clock_timestamp() + ? * interval '1 second'", seconds)
    end
  end
end
