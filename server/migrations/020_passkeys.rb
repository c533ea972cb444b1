# frozen_string_literal: true

# Passkeys (WebAuthn) of people of a shop that works with accounts. Names are those Rodauth expects.
Sequel.migration do
  change do
    create_table(:account_webauthn_user_ids) do
      foreign_key :id, :accounts, primary_key: true, type: :Bignum
      String :webauthn_id, null: false
    end
    create_table(:account_webauthn_keys) do
      foreign_key :account_id, :accounts, type: :Bignum
      String :webauthn_id
      String :public_key, null: false
      Integer :sign_count, null: false
      column :last_use, :timestamptz, null: false, default: Sequel.function(:now)
      primary_key %i[account_id webauthn_id]
      index :webauthn_id, unique: true, name: :passkeys_once
    end
  end
end
