# frozen_string_literal: true

# People of a shop that works with accounts. Names of the tables and columns are those Rodauth expects.
Sequel.migration do
  change do
    create_table(:accounts) do
      primary_key :id, type: :Bignum
      String :login, null: false
      String :name, null: false
      String :role, null: false
      foreign_key :under, :accounts, type: :Bignum # whose work it is, for a trainee
      Integer :status_id, null: false, default: 2 # 1 not yet joined, 2 open, 3 closed (Rodauth)
      column :created_at, :timestamptz, null: false, default: Sequel.function(:now)
      index Sequel.function(:lower, :login), unique: true, name: :accounts_login_once
      constraint(:accounts_role_known, role: %w[lead technician trainee])
      constraint(:accounts_name_written, Sequel.lit("btrim(name) <> '' AND length(name) <= 60 AND " \
                                                    "name !~ '[[:cntrl:]]'"))
      constraint(:accounts_login_short, Sequel.lit("login ~ '^[a-z0-9][a-z0-9._-]{1,39}$'"))
    end
    account = { key: :id, type: :Bignum }
    create_table(:account_password_hashes) do
      foreign_key :id, :accounts, primary_key: true, **account
      String :password_hash, null: false
    end
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
    create_table(:account_active_session_keys) do
      foreign_key :account_id, :accounts, **account
      String :session_id
      column :created_at, :timestamptz, null: false, default: Sequel.function(:now)
      column :last_use, :timestamptz, null: false, default: Sequel.function(:now)
      primary_key %i[account_id session_id]
    end
    create_table(:account_authentication_audit_logs) do
      primary_key :id, type: :Bignum
      foreign_key :account_id, :accounts, null: false, **account
      column :at, :timestamptz, null: false, default: Sequel.function(:now)
      String :message, null: false
      column :metadata, :jsonb
      index %i[account_id at]
    end
    create_table(:account_otp_keys) do
      foreign_key :id, :accounts, primary_key: true, **account
      String :key, null: false
      Integer :num_failures, null: false, default: 0
      column :last_use, :timestamptz, null: false, default: Sequel.function(:now)
    end
    # Links by which a person joins, or chooses a new password: once, and not for long. Only a sum is kept.
    create_table(:invitations) do
      String :code_sum, primary_key: true # SHA-256
      foreign_key :account_id, :accounts, **account # of one who is there already
      String :role, null: false
      foreign_key :under, :accounts, **account
      foreign_key :made_by, :accounts, **account
      column :expires_at, :timestamptz, null: false
      column :created_at, :timestamptz, null: false, default: Sequel.function(:now)
      constraint(:invitations_role_known, role: %w[lead technician trainee])
    end
  end
end
