# frozen_string_literal: true

# What closed jobs teach: each in short (Learning::ClosedJob), made anew whenever the lead's own tables change; ranked
# is its first ranking as it was when it was counted. And what the lead has said to proposals.
Sequel.migration do
  change do
    create_table(:closed_jobs) do
      foreign_key :job_id, :jobs, type: :uuid, primary_key: true, on_delete: :cascade
      Integer :version, null: false
      String :stamp, null: false
      column :data, :jsonb # null: it teaches nothing
      column :ranked, :jsonb
      index %i[stamp version]
    end
    create_table(:verdicts) do
      primary_key :id, type: :Bignum
      String :at, null: false
      String :verdict, null: false
      Integer :of, null: false # how many had been counted
      String :by
      column :created_at, :timestamptz, null: false, default: Sequel.function(:now)
      index %i[at id]
      constraint(:verdicts_known, verdict: %w[declined frozen open])
    end
  end
end
