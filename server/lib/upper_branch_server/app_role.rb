# frozen_string_literal: true

require "uri"

module UpperBranchServer
  # The role the app serves under: it reads, writes and deletes rows, and changes no table, empties none, and touches no
  # entry once it is written. The owner of the tables (bin/start, migrations, backups) is another.
  #
  #   AppRole.new(owners_database).make(password)
  #   AppRole.url("postgres://postgres:x@127.0.0.1:54320/upper_branch", password)   # => the same, as this role
  class AppRole
    NAME = "upper_branch_app"

    def self.url(owners, password)
      URI(owners).tap { |uri| uri.userinfo = "#{NAME}:#{password}" }.to_s
    end

    # database: as the owner of its tables
    def initialize(database)
      @database = database
    end

    # Makes the role where it is not there, and gives it what it needs of the tables as they are now.
    def make(password)
      there = @database[:pg_roles].where(rolname: NAME).any?
      @database.run("CREATE ROLE #{NAME} LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE") unless there
      @database.run("ALTER ROLE #{NAME} PASSWORD #{@database.literal(password)}")
      grant
    end

    private

    def grant
      name = @database.get(Sequel.function(:current_database))
      @database.run(<<~SQL)
        REVOKE ALL ON DATABASE #{@database.literal(name.to_sym)} FROM PUBLIC;
        GRANT CONNECT ON DATABASE #{@database.literal(name.to_sym)} TO #{NAME};
        REVOKE CREATE ON SCHEMA public FROM PUBLIC;
        GRANT USAGE ON SCHEMA public TO #{NAME};
        GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO #{NAME};
        GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO #{NAME};
        REVOKE UPDATE, DELETE ON entries, amendments FROM #{NAME};
        REVOKE INSERT, UPDATE, DELETE ON schema_info FROM #{NAME};
      SQL
    end
  end
end
