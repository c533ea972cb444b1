# frozen_string_literal: true

# Practice: jobs on the simulated engine. What is hidden stands here and nowhere else; such a job is among nobody's
# records and teaches the shop's numbers nothing.
Sequel.migration do
  up do
    alter_table(:jobs) do
      add_column :practice, TrueClass, null: false, default: false
    end
    create_table(:practices) do
      foreign_key :job_id, :jobs, type: :uuid, primary_key: true, on_delete: :cascade
      String :learner, null: false
      column :exercise, :jsonb, null: false
      column :engine, :jsonb # how the simulated engine was left; null until somebody has touched it
      column :debrief, :jsonb # null until it is over
      column :begun_at, :timestamptz, null: false, default: Sequel.function(:now)
      column :ended_at, :timestamptz
      index %i[learner begun_at]
    end
    create_table(:exercises) do # set by the lead
      column :id, :uuid, primary_key: true, default: Sequel.function(:gen_random_uuid)
      String :family, null: false
      String :level, null: false
      Bignum :seed, null: false
      String :note, null: false, default: ""
      String :by
      column :set_at, :timestamptz, null: false, default: Sequel.function(:now)
    end
    alter_table(:practices) do
      add_foreign_key :set_as, :exercises, type: :uuid, on_delete: :set_null
    end
  end

  down do
    drop_table :practices
    drop_table :exercises
    alter_table(:jobs) { drop_column :practice }
  end
end
