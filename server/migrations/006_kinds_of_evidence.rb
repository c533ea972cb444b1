# frozen_string_literal: true

# Kinds of entries that came with evidence by kind: a condition asked for, a complaint made to happen again, a defect
# left as it is, a gate answered. Jobs stored before hold none of them and are not touched.
Sequel.migration do
  up do
    alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(
        :entries_kind_known,
        kind: %w[machine limits symptom check put_back repair state caution note wait strike close
                 condition recreate waive gate]
      )
    end
  end

  down do
    alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(
        :entries_kind_known,
        kind: %w[machine limits symptom check put_back repair state caution note wait strike close]
      )
    end
  end
end
