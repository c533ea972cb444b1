# frozen_string_literal: true

require_relative "server_helper"

# One app with accounts for all examples.
module AppWithAccounts
  def self.app
    @app ||= begin
      knowledge = ServerUnderTest.knowledge
      accounts = UpperBranchServer::People::Accounts.over(store: knowledge.store, secret: "s" * 64, secure: false)
      UpperBranchServer::App.assemble(knowledge: knowledge, accounts: accounts)
    end
  end
end
