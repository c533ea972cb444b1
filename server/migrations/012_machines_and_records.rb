# frozen_string_literal: true

# Machines the shop has had: by what it calls them and their family, made from the jobs themselves. Words of every job,
# to be searched. What a card says is kept in small letters, which are compared five times as fast. Rows on the board
# are made anew, so that jobs stored before get all of it.
Sequel.migration do
  said = %w[machine next waiting,text leading,0,name leading,1,name leading,2,name].map { |at| "summary #>> '{#{at}}'" }
  card = ["title", "closed_as", *said].map { |word| "coalesce(#{word}, '')" }.join(" || ' ' || ")

  up do
    alter_table(:jobs) do
      drop_column :card
      add_column :card, String, generated_always_as: Sequel.lit("lower(#{card})")
    end
    create_table(:machines) do
      column :id, :uuid, primary_key: true, default: Sequel.function(:gen_random_uuid)
      String :called, null: false
      String :family, null: false
      String :serial
      String :owner
      String :note
      column :updated_at, :timestamptz, null: false, default: Sequel.function(:now)
      index [Sequel.function(:lower, :called), :family], name: :machines_by_name, unique: true
    end
    alter_table(:jobs) do
      add_foreign_key :machine_id, :machines, type: :uuid
      add_column :record, String, null: false, default: ""
      add_index %i[machine_id created_at], name: :jobs_of_machine
    end
    run "ALTER TABLE jobs ADD COLUMN words tsvector GENERATED ALWAYS AS " \
        "(setweight(to_tsvector('english', title), 'A') || to_tsvector('english', record)) STORED"
    run "CREATE INDEX jobs_by_words ON jobs USING gin (words)"
    run "CREATE INDEX jobs_by_family ON jobs ((summary ->> 'family'), updated_at)"
    run "DROP INDEX jobs_by_machine"
    from(:jobs).update(traced_version: 0, traced_catalogue: nil)
  end

  down do
    run "CREATE INDEX jobs_by_machine ON jobs ((summary ->> 'machine'), created_at)"
    run "DROP INDEX jobs_by_family"
    alter_table(:jobs) do
      drop_column :card
      add_column :card, String, generated_always_as: Sequel.lit(card)
      drop_column :words
      drop_column :record
      drop_column :machine_id
    end
    drop_table :machines
  end
end
