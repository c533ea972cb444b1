# frozen_string_literal: true

# Links that open one job's sheet for its owner, by a code of which only a sum is kept.
Sequel.migration do
  change do
    create_table(:owner_links) do
      String :code_sum, primary_key: true # SHA-256
      foreign_key :job_id, :jobs, type: :uuid, null: false, index: true
      column :created_at, :timestamptz, null: false, default: Sequel.function(:now)
      column :expires_at, :timestamptz, null: false
    end
  end
end
