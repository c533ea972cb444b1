# frozen_string_literal: true

module UpperBranchServer
  module Keeping
    # How it stands with the daily backups: the last good one (of the database), and what is wrong with them, for the
    # lead and for /ready.
    #
    #   Backups.warning(store.shop.backup)   # => "The last backup failed, 2026-12-02T04:00:00Z: ...", or nil
    module Backups
      # Written and removed by bin/backup.
      FAILED = ENV.fetch("BACKUP_NOTE") { File.join(ROOT, "var", "backup-failed") }.freeze
      LATE = 36 * 3600 # s: a day, and time to take one
      FIRST = 3600     # s after the start within which the first one comes

      class << self
        # {at:, says:} of the last one where it failed, or nil
        def failed(file = FAILED)
          at, *says = File.readlines(file, chomp: true)
          at && { at: at, says: says.reject(&:empty?).last.to_s[0, 300] }
        rescue SystemCallError
          nil
        end

        # last: {"at" => ...} or nil; daily: are they taken here (bin/start says so by BACKUPS)
        def warning(last, daily: ENV.key?("BACKUPS"), file: FAILED, now: Time.now)
          failure = failed(file)
          return "The last backup failed, #{failure[:at]}: #{failure[:says]}" if failure
          return unless daily
          return (NONE if now - started > FIRST) unless last

          "The last backup is of #{last['at']}: none was taken since." if now - Time.iso8601(last["at"]) > LATE
        end

        private

        NONE = "No backup has been taken yet."
        private_constant :NONE

        def started = @started ||= Time.now
      end
      started
    end
  end
end
