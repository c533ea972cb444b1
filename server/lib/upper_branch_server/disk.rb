# frozen_string_literal: true

require "open3"

module UpperBranchServer
  # Is the disk full that the database lies on? PostgreSQL cannot say so itself once it has no room for its own log: it
  # ends, and whoever asks finds nobody. Known only where it lies on this machine (DATA_DIR, set by bin/start).
  module Disk
    LEAST = 20_000 # KB; less is full
    KNOWN = 5      # s for which an answer holds

    class << self
      def full?
        folder = ENV.fetch("DATA_DIR", nil) or return false
        now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        return @full if @asked && now - @asked < KNOWN

        @asked = now
        @full = free(folder).then { |left| !left.nil? && left < LEAST }
      end

      # KB, or nil where that cannot be said
      def free(folder)
        said, status = Open3.capture2("df", "-Pk", folder, err: File::NULL)
        status.success? ? said.lines.last.split[3].to_i : nil
      rescue SystemCallError
        nil
      end
    end
  end
end
