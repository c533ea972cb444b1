# frozen_string_literal: true

# What was done to a machine before is found by what the shop calls it.
Sequel.migration do
  up { run "CREATE INDEX jobs_by_machine ON jobs ((summary ->> 'machine'), created_at)" }
  down { run "DROP INDEX jobs_by_machine" }
end
