# frozen_string_literal: true

module UpperBranchServer
  class Store
    # What the lead has said to proposals of closed jobs: declined, until there is half as much again to go by, or
    # frozen.
    class Verdicts
      MORE = 1.5 # times as many jobs as when it was declined, before it is proposed again

      def initialize(database)
        @database = database
      end

      # verdict: "declined", "frozen", or "open" to have it proposed again; of: how many had been counted
      def say(at, verdict, of:, by:)
        @database[:verdicts].insert(at: at, verdict: verdict, of: of, by: by)
      end

      # {place => {verdict:, of:, by:, created_at:}}: the last word on each
      def standing
        last = @database[:verdicts].group(:at).select { max(:id) }
        @database[:verdicts].where(id: last).exclude(verdict: "open").to_h { |row| [row[:at], row] }
      end
    end
  end
end
