# frozen_string_literal: true

# What the shop has chosen (one row a setting), and the catalogues that jobs were written against, to say what has
# changed since.
Sequel.migration do
  change do
    create_table(:settings) do
      String :name, primary_key: true
      column :value, :jsonb, null: false
      column :updated_at, :timestamptz, null: false, default: Sequel.function(:now)
    end

    create_table(:catalogues) do
      String :stamp, primary_key: true
      column :digests, :jsonb, null: false
      column :seen_at, :timestamptz, null: false, default: Sequel.function(:now)
    end
  end
end
