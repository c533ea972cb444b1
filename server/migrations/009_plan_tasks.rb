# frozen_string_literal: true

# A kind of entry that came with plans of work: a task done, or left out with its reason. Jobs stored before hold none
# and are not touched.
Sequel.migration do
  before = %w[machine limits symptom check put_back repair state caution note wait strike close condition recreate waive
              gate engine trial removed refitted]
  up do
    alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(:entries_kind_known, kind: before + %w[task])
    end
  end

  down do
    alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(:entries_kind_known, kind: before)
    end
  end
end
