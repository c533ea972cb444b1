# frozen_string_literal: true

# Entries are signed by who made them, and chained: each carries a sum (SHA-256) over itself and the sum before it, so
# that a changed, left out or exchanged entry shows. TRUNCATE is refused like any other deletion. Entries stored before
# are chained as they stand, and are signed by nobody.
Sequel.migration do
  up do
    alter_table(:entries) do
      add_column :by, String
      add_column :sum, String
      add_constraint(:entries_by_written, Sequel.lit("by IS NULL OR (length(by) <= 80 AND btrim(by) <> '' AND " \
                                                     "by !~ '[[:cntrl:]]')"))
    end

    run <<~SQL
      CREATE FUNCTION entry_sum(before text, entry entries) RETURNS text LANGUAGE sql STABLE AS $$
        SELECT encode(sha256(convert_to(concat_ws(E'\\n', before, entry.job_id, entry.sequence, entry.id, entry.kind,
          entry.data, (extract(epoch FROM entry.at) * 1000000)::bigint, coalesce(entry.by, '')), 'UTF8')), 'hex') $$;

      CREATE FUNCTION entries_chain() RETURNS trigger LANGUAGE plpgsql VOLATILE AS $$
        DECLARE before text := '';
        BEGIN
          IF NEW.sequence > 1 THEN
            SELECT sum INTO before FROM entries WHERE job_id = NEW.job_id AND sequence = NEW.sequence - 1;
            IF NOT FOUND THEN
              RAISE EXCEPTION 'entry % of job % follows none', NEW.sequence, NEW.job_id;
            END IF;
          END IF;
          NEW.sum := entry_sum(before, NEW);
          RETURN NEW;
        END $$;

      ALTER TABLE entries DISABLE TRIGGER entries_stay;
      DO $$
        DECLARE entry entries; before text;
        BEGIN
          FOR entry IN SELECT * FROM entries ORDER BY job_id, sequence LOOP
            IF entry.sequence = 1 THEN before := ''; END IF;
            before := entry_sum(before, entry);
            UPDATE entries SET sum = before WHERE job_id = entry.job_id AND sequence = entry.sequence;
          END LOOP;
        END $$;
      ALTER TABLE entries ENABLE TRIGGER entries_stay;

      CREATE TRIGGER entries_chain BEFORE INSERT ON entries FOR EACH ROW EXECUTE FUNCTION entries_chain();
      CREATE TRIGGER entries_stay_all BEFORE TRUNCATE ON entries FOR EACH STATEMENT EXECUTE FUNCTION entries_stay();
    SQL
    alter_table(:entries) { set_column_not_null :sum }
  end

  down do
    run <<~SQL
      DROP TRIGGER entries_stay_all ON entries;
      DROP TRIGGER entries_chain ON entries;
      DROP FUNCTION entries_chain();
      DROP FUNCTION entry_sum(text, entries);
    SQL
    alter_table(:entries) do
      drop_column :sum
      drop_column :by
    end
  end
end
