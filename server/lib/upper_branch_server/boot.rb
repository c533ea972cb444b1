# frozen_string_literal: true

require "rack/deflater"

module UpperBranchServer
  # Puts the pieces together from the environment: DATABASE_URL, and PERMITTED_HOSTS (App).
  module Boot
    class << self
      def app
        @database = UpperBranchServer.connect(ENV.fetch("DATABASE_URL"))
        @knowledge = Knowledge.of_files(@database)
        @knowledge.refresh
        @knowledge.on_change { changed } # from now on: what is done in the background begins in no process that parts
        Limits.set(@database)
        Journal.open(ENV.fetch("JOURNAL")) if ENV["JOURNAL"]
        app = App.assemble(knowledge: @knowledge, accounts: accounts)
        Rack::Builder.app do
          use Rack::Deflater
          run app
        end
      end

      # Who comes from elsewhere needs an account; at this machine alone the bench is open. Cookies are made with
      # SESSION_SECRET, the same in every process.
      def accounts
        return unless Where.accounts?

        People::Accounts.over(store: @knowledge.store, secret: ENV.fetch("SESSION_SECRET"), secure: Where.secure?)
      end

      # Once a process serves: rows of the board that the last catalogue left behind are made anew, in the background.
      def tend
        Projections::BoardRows.new(@knowledge.store).renew_aside if @knowledge
      end

      # What the first step on each kind of machine has to make anew: about two seconds. Before workers part it is made
      # once for all, in their shared memory; without workers in the background, and who asks meanwhile goes before it.
      def warm_up(aside:)
        catalogue = @knowledge&.catalogue or return
        return UpperBranch::Planning::WarmUp.run(catalogue) unless aside

        Thread.new { UpperBranch::Planning::WarmUp.run(catalogue) }.tap { |thread| thread.priority = -3 }
      end

      # The lead has changed the knowledge: rows of the board and what is kept ready are made anew, in the background.
      def changed
        tend
        warm_up(aside: true)
      end

      # Before a process parts into workers: a connection that two of them speak on answers one with the other's rows.
      # Each opens its own.
      def part
        warm_up(aside: false)
        @database&.disconnect
      end
    end
  end
end
