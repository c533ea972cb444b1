# frozen_string_literal: true

# The catalogue on trial: every fault in the simulated engine of every family, against what the tables say it shows.
#
#   bundle exec ruby bench/trial.rb run [FAMILY ...]    looks (about half an hour on two cores), into var/trial/
#   bundle exec ruby bench/trial.rb run --only=water,coil   these faults anew
#   bundle exec ruby bench/trial.rb list [FAMILY ...]   what is not yet judged
#   bundle exec ruby bench/trial.rb write               docs/physics.md, from what was looked at and how it was judged
require_relative "support"
require_relative "trial/looking"
require_relative "trial/table"
require_relative "trial/curves"

what, *families = ARGV
only = families.delete(families.find { |one| one.start_with?("--only=") })&.delete_prefix("--only=")&.split(",")
families = Trials::CATALOGUE.families.map { |row| row["id"] } if families.empty?
case what
when "run" then Trials::Looking.run(families, only)
when "list" then Trials::Table.new(families).list
when "write"
  Trials::Curves.write
  Trials::Table.new(families).write
else abort "Say run, list or write"
end
