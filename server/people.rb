# frozen_string_literal: true

# bin/people: accounts of the shop, at the machine itself.
require_relative "lib/upper_branch_server"

command, login = ARGV
database = UpperBranchServer.connect(ENV.fetch("DATABASE_URL"), limits: nil)
people = UpperBranchServer::Store::People.new(database)
link = ->(code) { "#{UpperBranchServer::Where.address}/join/#{code}" }
days = UpperBranchServer::Store::People::DAYS
begin
  case command
  when "list"
    rows = people.list
    puts "Nobody has an account yet." if rows.empty?
    rows.each do |row|
      puts format("%-20<login>s %-12<role>s %<name>s #%<id>d%<closed>s", **row, closed: row[:closed] ? " (closed)" : "")
    end
  when "reset"
    row = people.list.find { |one| one[:login] == login.downcase }
    abort "Nobody signs in as #{login}. bin/people lists who does." unless row
    people.change(row[:id], closed: false) if row[:closed]
    puts "#{row[:name]} opens this once, within #{days} days, and chooses a new password:"
    puts "  #{link.call(people.invite(role: row[:role], account: row[:id]))}"
  when "lead"
    puts "The new lead opens this once, within #{days} days:"
    puts "  #{link.call(people.invite(role: 'lead'))}"
  end
rescue Sequel::DatabaseError => e
  abort "The database does not do it: #{e.message.lines.first.strip}. Run bin/start once; it brings it up to date."
end
