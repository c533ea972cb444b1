# frozen_string_literal: true

require "json"

module UpperBranchServer
  # What somebody else does, told to the pages that look at it: a job has gone on, somebody looks at it too. Over
  # PostgreSQL's own NOTIFY, so that it does not matter which process a page is connected to.
  module Live
    CHANNEL = "upper_branch"

    # Told when the transaction is through. told: {job:, version:, by:} or {looking: job}
    def self.tell(database, **told)
      database.notify(CHANNEL, payload: JSON.generate(told.compact))
    end
  end
end
