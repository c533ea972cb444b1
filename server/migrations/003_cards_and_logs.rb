# frozen_string_literal: true

# Spec cards of the shop, and data logs: the answer of a log is kept, the file itself is not.
Sequel.migration do
  change do
    create_table(:spec_cards) do
      column :id, :uuid, primary_key: true
      String :name, null: false, size: 120
      String :family, null: false
      column :figures, :jsonb, null: false
      column :updated_at, :timestamptz, null: false, default: Sequel.function(:now)
      unique %i[name family]
    end

    create_table(:logs) do
      column :id, :uuid, primary_key: true
      String :name, null: false, size: 200
      Float :progress, null: false, default: 0
      column :reading, :jsonb
      column :problem, :jsonb
      column :created_at, :timestamptz, null: false, default: Sequel.function(:now)
      index :created_at
    end
  end
end
