# frozen_string_literal: true

module UpperBranchServer
  class Store
    # Links that open one job's sheet for its owner, and nothing else. The code is told once; only its sum is kept.
    #
    #   store.owner_links.make(job_id)     # => {code: "K7QM-4XRT-9WZB", expires_at: "2026-12-11T..."}
    #   store.owner_links.job_of(code)     # => job id, or raises Problem 404, 410
    class OwnerLinks
      DAYS = 14

      def initialize(database)
        @database = database
      end

      # Raises Problem 404.
      def make(job_id)
        raise Problem.not_found if @database[:jobs].where(id: job_id).empty?

        code = Codes.make
        expires = Time.now + (DAYS * 86_400)
        @database[:owner_links].insert(code_sum: Codes.sum(code), job_id: job_id, expires_at: expires)
        { code: code, expires_at: expires.utc.iso8601 }
      end

      # code: as it was read out: small letters, blanks and dashes do not matter
      def job_of(code)
        row = @database[:owner_links].where(code_sum: Codes.sum(code)).first or raise Problem.not_found
        raise expired if row[:expires_at] < Time.now

        row[:job_id]
      end

      private

      def expired
        Problem.new(410, "expired", "This code has run out",
                    "A code is good for #{DAYS} days: ask the shop for a new one.")
      end
    end
  end
end
