# frozen_string_literal: true

require "digest"
require "securerandom"

module UpperBranchServer
  class Store
    # Links that open one job's sheet for its owner, and nothing else. The code is told once; only its sum is kept.
    #
    #   store.owner_links.make(job_id)     # => {code: "K7QM-4XRT-9WZB", expires_at: "2026-12-11T..."}
    #   store.owner_links.job_of(code)     # => job id, or raises Problem 404, 410
    class OwnerLinks
      DAYS = 14
      # Without letters and digits that are taken for one another when they are read out. 31^12, about 59 bits.
      LETTERS = [*"A".."Z", *"2".."9"].join.delete("IOLUZ2").chars.freeze
      LENGTH = 12

      def initialize(database)
        @database = database
      end

      # Raises Problem 404.
      def make(job_id)
        raise Problem.not_found if @database[:jobs].where(id: job_id).empty?

        code = Array.new(LENGTH) { LETTERS.sample(random: SecureRandom) }.join
        expires = Time.now + (DAYS * 86_400)
        @database[:owner_links].insert(code_sum: sum(code), job_id: job_id, expires_at: expires)
        { code: code.scan(/.{4}/).join("-"), expires_at: expires.utc.iso8601 }
      end

      # code: as it was read out: small letters, blanks and dashes do not matter
      def job_of(code)
        row = @database[:owner_links].where(code_sum: sum(code)).first or raise Problem.not_found
        raise expired if row[:expires_at] < Time.now

        row[:job_id]
      end

      private

      def sum(code) = Digest::SHA256.hexdigest(code.upcase.gsub(/[^A-Z0-9]/, ""))

      def expired
        Problem.new(410, "expired", "This code has run out",
                    "A code is good for #{DAYS} days: ask the shop for a new one.")
      end
    end
  end
end
