# frozen_string_literal: true

# What an engine is known by came as an entry of its own. Jobs stored before hold none and are not touched.
Sequel.migration do
  kinds = %w[machine limits symptom check put_back repair state caution note wait strike close
             condition recreate waive gate]
  up do
    alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(:entries_kind_known, kind: kinds + %w[engine])
    end
  end

  down do
    alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(:entries_kind_known, kind: kinds)
    end
  end
end
