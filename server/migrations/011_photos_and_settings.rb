# frozen_string_literal: true

# Photos of jobs; kinds of entries: a photo, what was cleared, a setting with its rounds; and sound as an end of a job.
# Jobs stored before hold none and are not touched.
Sequel.migration do
  before = %w[machine limits symptom check put_back repair state caution note wait strike close condition recreate waive
              gate engine trial removed refitted task]
  ways = "closed_as IS NULL OR closed_as IN (%s'proven', 'referred', 'unproven')"
  up do
    alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(:entries_kind_known, kind: before + %w[photo cleared setting])
    end
    alter_table(:jobs) do
      drop_constraint(:jobs_closed_as_known)
      add_constraint(:jobs_closed_as_known, Sequel.lit(format(ways, "'sound', ")))
    end
    create_table(:photos) do
      foreign_key :job_id, :jobs, type: :uuid, null: false
      column :id, :uuid, null: false
      String :sent, null: false # SHA-256 of what was sent, so that sending again is known from sending another
      Integer :width, null: false
      Integer :height, null: false
      column :bytes, :bytea, null: false
      column :created_at, :timestamptz, null: false, default: Sequel.function(:now)
      primary_key %i[job_id id]
    end
  end

  down do
    drop_table(:photos)
    alter_table(:jobs) do
      drop_constraint(:jobs_closed_as_known)
      add_constraint(:jobs_closed_as_known, Sequel.lit(format(ways, "")))
    end
    alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(:entries_kind_known, kind: before)
    end
  end
end
