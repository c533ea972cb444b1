# frozen_string_literal: true

# Logs are listed in the order they were taken in, whatever the clock said; beat_at is renewed every second while somebody reads one,
# so that one whose reader is gone can be told. The board's pages go by the time a job was last written to.
Sequel.migration do
  change do
    alter_table(:logs) do
      add_column :number, :bigserial, null: false
      add_column :beat_at, :timestamptz, null: false, default: Sequel.function(:now)
      add_index :number, unique: true
    end

    alter_table(:jobs) do
      add_index %i[closed_as updated_at id], name: :jobs_by_page
    end
  end
end
