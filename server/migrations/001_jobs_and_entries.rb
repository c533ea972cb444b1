# frozen_string_literal: true

# Jobs, and their entries: appended, never changed, never deleted. summary is what the board shows, made anew at
# every entry.
Sequel.migration do
  up do
    create_table(:jobs) do
      column :id, :uuid, primary_key: true
      String :title, null: false, size: 200
      String :catalogue, null: false
      Integer :version, null: false, default: 0
      column :summary, :jsonb, null: false
      String :closed_as
      column :created_at, :timestamptz, null: false, default: Sequel.function(:now)
      column :updated_at, :timestamptz, null: false, default: Sequel.function(:now)
      index :updated_at
    end

    create_table(:entries) do
      foreign_key :job_id, :jobs, type: :uuid, null: false
      Integer :sequence, null: false
      column :id, :uuid, null: false
      String :kind, null: false
      column :data, :jsonb, null: false
      column :at, :timestamptz, null: false, default: Sequel.function(:now)
      primary_key %i[job_id sequence]
      unique %i[job_id id]
    end

    run <<~SQL
      CREATE FUNCTION entries_stay() RETURNS trigger LANGUAGE plpgsql AS
        $$ BEGIN RAISE EXCEPTION 'entries are never changed or deleted: strike them out'; END $$;
      CREATE TRIGGER entries_stay BEFORE UPDATE OR DELETE ON entries FOR EACH ROW EXECUTE FUNCTION entries_stay();
    SQL
  end

  down do
    drop_table :entries, :jobs
    run "DROP FUNCTION entries_stay()"
  end
end
