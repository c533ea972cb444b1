# frozen_string_literal: true

# What a lead has changed over the knowledge of the trade: one row a change, only ever appended. The last row of a place
# stands; one without a value gives the place back to the files.
Sequel.migration do
  up do
    create_table(:amendments) do
      primary_key :id, type: :Bignum
      String :at, null: false # JSON pointer into the tables
      column :value, :jsonb
      column :was, :jsonb  # what stood there before
      column :file, :jsonb # what the files had there
      String :reason, null: false
      String :by
      String :source, null: false, default: "lead"
      column :created_at, :timestamptz, null: false, default: Sequel.function(:now)
      index %i[at id]
      constraint(:amendments_source_known, source: %w[lead learned])
      constraint(:amendments_reasoned, Sequel.lit("btrim(reason) <> '' AND length(reason) <= 500"))
    end
    run <<~SQL
      CREATE FUNCTION amendments_stay() RETURNS trigger LANGUAGE plpgsql AS $$
        BEGIN RAISE EXCEPTION 'amendments are only ever appended'; END $$;
      CREATE TRIGGER amendments_stay BEFORE UPDATE OR DELETE ON amendments
        FOR EACH ROW EXECUTE FUNCTION amendments_stay();
      CREATE TRIGGER amendments_stay_all BEFORE TRUNCATE ON amendments
        FOR EACH STATEMENT EXECUTE FUNCTION amendments_stay();
    SQL
  end

  down do
    drop_table(:amendments)
    run "DROP FUNCTION amendments_stay()"
  end
end
