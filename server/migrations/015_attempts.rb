# frozen_string_literal: true

# How often something was tried that is only worth trying often by somebody who guesses: codes, passwords. Shared by all
# processes; not worth keeping over a crash.
Sequel.migration do
  change do
    create_table(:attempts, unlogged: true) do
      String :name, primary_key: true
      Integer :count, null: false
      column :expires_at, :timestamptz, null: false, index: true
    end
  end
end
