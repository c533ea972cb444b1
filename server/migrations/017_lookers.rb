# frozen_string_literal: true

# Who looks at which job just now: a row for each page that is connected. Not worth keeping over a crash.
Sequel.migration do
  change do
    create_table(:lookers, unlogged: true) do
      column :id, :uuid, primary_key: true
      column :job_id, :uuid, null: false, index: true
      String :name, null: false
      column :seen_at, :timestamptz, null: false, default: Sequel.function(:now)
    end
  end
end
