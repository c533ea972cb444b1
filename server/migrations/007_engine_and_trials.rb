# frozen_string_literal: true

# Kinds of entries that came with the machine as it is: what its engine is known by, a trial of a setting. Jobs stored
# before hold none of them and are not touched.
Sequel.migration do
  kinds = %w[machine limits symptom check put_back repair state caution note wait strike close
             condition recreate waive gate]
  up do
    alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(:entries_kind_known, kind: kinds + %w[engine trial])
    end
  end

  down do
    alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(:entries_kind_known, kind: kinds)
    end
  end
end
