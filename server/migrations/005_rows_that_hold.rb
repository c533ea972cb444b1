# frozen_string_literal: true

# What the tables themselves refuse, whoever writes to them; each constraint has a name by which the API knows the field
# (UpperBranchServer::Constraints). traced_version and traced_catalogue say of which version and under which catalogue a
# row of the board was made, so that those left behind can be made anew.
Sequel.migration do
  up do
    kinds = %w[machine limits symptom check put_back repair state caution note wait strike close]
    alter_table(:entries) do
      add_constraint(:entries_kind_known, kind: kinds)
      add_constraint(:entries_sequence_counts, Sequel.lit("sequence > 0"))
      add_constraint(:entries_data_object, Sequel.lit("jsonb_typeof(data) = 'object'"))
    end

    alter_table(:jobs) do
      add_column :traced_version, Integer, null: false, default: 0
      add_column :traced_catalogue, String
      add_constraint(
        :jobs_closed_as_known,
        Sequel.lit("closed_as IS NULL OR closed_as IN ('proven', 'referred', 'unproven')")
      )
      add_constraint(:jobs_version_counts, Sequel.lit("version >= 0"))
      add_constraint(:jobs_title_written, Sequel.lit("btrim(title) <> ''"))
    end

    alter_table(:spec_cards) { add_constraint(:spec_cards_name_written, Sequel.lit("btrim(name) <> ''")) }
    alter_table(:logs) { add_constraint(:logs_progress_share, Sequel.lit("progress BETWEEN 0 AND 1")) }
  end

  down do
    alter_table(:logs) { drop_constraint(:logs_progress_share) }
    alter_table(:spec_cards) { drop_constraint(:spec_cards_name_written) }
    alter_table(:jobs) do
      %i[jobs_closed_as_known jobs_version_counts jobs_title_written].each { |name| drop_constraint(name) }
      drop_column :traced_catalogue
      drop_column :traced_version
    end
    alter_table(:entries) do
      %i[entries_kind_known entries_sequence_counts entries_data_object].each { |name| drop_constraint(name) }
    end
  end
end
