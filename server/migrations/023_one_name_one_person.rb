# frozen_string_literal: true

# A name in the record is one person's: unique as it looks (name_key), and numbered where another looks alike
# (skeleton). A second factor can be given by a recovery code. Guessing is slowed down (blocked_until), so that nobody
# is locked out. Practices belong to an account.
Sequel.migration do
  up do
    alter_table(:accounts) do
      add_column :name_key, String
      add_column :skeleton, String
    end
    # Of accounts from before only equal spelling is known here; what looks alike is worked out when the server starts
    # (Store::People#name_keys).
    run <<~SQL
      UPDATE accounts SET name_key = lower(normalize(name, NFKC)), skeleton = lower(normalize(name, NFKC));
      UPDATE accounts AS later SET name_key = later.name_key || ' #' || later.id
        FROM accounts AS first WHERE first.name_key = later.name_key AND first.id < later.id;
    SQL
    alter_table(:accounts) do
      set_column_not_null :name_key
      set_column_not_null :skeleton
      add_index :name_key, unique: true, name: :accounts_name_once
      add_index :skeleton
    end
    create_table(:account_recovery_codes) do
      foreign_key :id, :accounts, type: :Bignum
      String :code, null: false # SHA-256
      primary_key %i[id code]
    end
    alter_table(:attempts) { add_column :blocked_until, :timestamptz }
    drop_table :account_lockouts
    drop_table :account_login_failures
    alter_table(:practices) do
      add_foreign_key :account_id, :accounts, type: :Bignum
      add_index %i[account_id begun_at]
    end
    # A trainee's name stands before ", for".
    run <<~SQL
      UPDATE practices SET account_id = accounts.id FROM accounts
        WHERE split_part(practices.learner, ', for ', 1) = accounts.name
        AND NOT EXISTS (SELECT 1 FROM accounts AS other WHERE other.name = accounts.name AND other.id <> accounts.id);
    SQL
  end

  down do
    account = { key: :id, type: :Bignum }
    create_table(:account_login_failures) do
      foreign_key :id, :accounts, primary_key: true, **account
      Integer :number, null: false, default: 1
    end
    create_table(:account_lockouts) do
      foreign_key :id, :accounts, primary_key: true, **account
      String :key, null: false
      column :deadline, :timestamptz, null: false, default: Sequel.lit("now() + interval '15 minutes'")
      column :email_last_sent, :timestamptz
    end
    alter_table(:practices) { drop_column :account_id }
    alter_table(:attempts) { drop_column :blocked_until }
    drop_table :account_recovery_codes
    alter_table(:accounts) do
      drop_column :name_key
      drop_column :skeleton
    end
  end
end
