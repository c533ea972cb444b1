# frozen_string_literal: true

require_relative "server_helper"

# One app with accounts for all examples.
module AppWithAccounts
  def self.app
    @app ||= begin
      store = ServerUnderTest.store
      accounts = UpperBranchServer::People::Accounts.over(store: store, secret: "s" * 64, secure: false)
      UpperBranchServer::App.assemble(store: store, catalogue: CATALOGUE, accounts: accounts)
    end
  end
end
