# frozen_string_literal: true

# Kinds of entries that came with evidence by kind: a condition asked for, a complaint made to happen again, a defect left
# as it is, a gate answered. Jobs stored before hold none of them and are not touched.
Sequel.migration do
  before = %w[machine limits symptom check put_back repair state caution note wait strike close]
  change_kinds = lambda do |database, kinds|
    database.alter_table(:entries) do
      drop_constraint(:entries_kind_known)
      add_constraint(:entries_kind_known, kind: kinds)
    end
  end

  up { change_kinds.call(self, before + %w[condition recreate waive gate]) }
  down { change_kinds.call(self, before) }
end
