# frozen_string_literal: true

# A kind of entry: a check that could not be done, with the reason. Jobs stored before hold none and are not touched.
Sequel.migration do
  before = %w[machine limits symptom check put_back repair state caution note wait strike close condition recreate waive
              gate engine trial removed refitted task photo cleared setting]
  up do
    alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(:entries_kind_known, kind: before + %w[passed_over])
    end
  end

  down do
    alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(:entries_kind_known, kind: before)
    end
  end
end
