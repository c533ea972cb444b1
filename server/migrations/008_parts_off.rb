# frozen_string_literal: true

# Kinds of entries that came with the work sheets: a part that came off, and the same back on. Jobs stored before hold
# none of them and are not touched.
Sequel.migration do
  before = %w[machine limits symptom check put_back repair state caution note wait strike close condition recreate waive
              gate engine trial]
  up do
    alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(:entries_kind_known, kind: before + %w[removed refitted])
    end
  end

  down do
    alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(:entries_kind_known, kind: before)
    end
  end
end
