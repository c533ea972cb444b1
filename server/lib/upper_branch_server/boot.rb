# frozen_string_literal: true

require "rack/deflater"

module UpperBranchServer
  # Puts the pieces together from the environment: DATABASE_URL, and PERMITTED_HOSTS (App).
  module Boot
    class << self
      def app
        catalogue = UpperBranch::Catalogue.load
        @database = UpperBranchServer.connect(ENV.fetch("DATABASE_URL"))
        @store = Store.new(@database, catalogue)
        Limits.set(@database)
        Journal.open(ENV.fetch("JOURNAL")) if ENV["JOURNAL"]
        app = App.assemble(store: @store, catalogue: catalogue, accounts: accounts)
        Rack::Builder.app do
          use Rack::Deflater
          run app
        end
      end

      # Who comes from elsewhere needs an account; at this machine alone the bench is open. Cookies are made with
      # SESSION_SECRET, the same in every process.
      def accounts
        return unless Where.accounts?

        People::Accounts.over(store: @store, secret: ENV.fetch("SESSION_SECRET"), secure: Where.secure?)
      end

      # Once a process serves: rows of the board that the last catalogue left behind are made anew, in the background.
      def tend
        Projections::BoardRows.new(@store).renew_aside if @store
      end

      # What the first step on each kind of machine has to make anew: about two seconds. Before workers part it is made
      # once for all, in their shared memory; without workers in the background, and who asks meanwhile goes before it.
      def warm_up(aside:)
        catalogue = @store&.jobs&.catalogue or return
        return UpperBranch::Planning::WarmUp.run(catalogue) unless aside

        Thread.new { UpperBranch::Planning::WarmUp.run(catalogue) }.tap { |thread| thread.priority = -3 }
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
