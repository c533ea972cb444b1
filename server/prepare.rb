# frozen_string_literal: true

# Migrates the database and loads the demo jobs once. Says plainly what is wrong when it cannot.
require_relative "lib/upper_branch_server"

begin
  UpperBranchServer::Keeping::Upgrade.new(ENV.fetch("DATABASE_URL")).run
  database = UpperBranchServer.connect(ENV.fetch("DATABASE_URL"), limits: nil)
  password = ENV.fetch("DATABASE_APP_PASSWORD", nil)
  UpperBranchServer::AppRole.new(database).make(password) if password
  store = UpperBranchServer::Store.new(database, UpperBranch::Catalogue.load)
  store.catalogues.remember
  UpperBranchServer::Demo.load(store, database)
  store.logs.mark_interrupted
  store.people.name_keys
  if UpperBranchServer::Where.accounts? && store.people.none?
    code = store.people.invite(role: "lead")
    puts "Nobody has an account yet. The lead opens this once, within #{UpperBranchServer::Store::People::DAYS} days:"
    puts "  #{UpperBranchServer::Where.address}/join/#{code}"
  end
rescue UpperBranch::Catalogue::Broken, UpperBranchServer::Keeping::Upgrade::Failed => e
  abort e.message
rescue Sequel::DatabaseConnectionError => e
  abort "The database does not answer: #{e.message.lines.first.strip}. Is DATABASE_URL right?"
end
