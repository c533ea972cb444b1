# frozen_string_literal: true

# Photos of jobs; and kinds of entries: a photo, what was cleared, a setting with its rounds. Jobs stored before hold
# none and are not touched.
Sequel.migration do
  before = %w[machine limits symptom check put_back repair state caution note wait strike close condition recreate waive
              gate engine trial removed refitted task]
  up do
    alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(:entries_kind_known, kind: before + %w[photo cleared setting])
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
    alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(:entries_kind_known, kind: before)
    end
  end
end
