# frozen_string_literal: true

require "digest"
require "uri"

module UpperBranchServer
  # The role the app serves under: it reads, writes and deletes rows, and changes no table, empties none, and touches no
  # entry once it is written. The owner of the tables (bin/start, migrations, backups) is another.
  #
  # One role a database, named after it, since roles belong to the whole PostgreSQL server: two shops on one server must
  # not set each other's password.
  #
  #   AppRole.new(owners_database).make(password)
  #   AppRole.url("postgres://postgres:x@127.0.0.1:54320/upper_branch", password)   # => the same, as this role
  class AppRole
    LONGEST = 63 # bytes of a name in PostgreSQL

    def self.url(owners, password)
      URI(owners).tap { |uri| uri.userinfo = "#{named(uri.path.delete_prefix('/'))}:#{password}" }.to_s
    end

    # Name of the role of a database with this name.
    def self.named(database)
      name = "#{database}_app"
      name.bytesize <= LONGEST ? name : "app_#{Digest::SHA256.hexdigest(database)[0, 40]}"
    end

    # database: as the owner of its tables; name: of the role, by default that of this database
    def initialize(database, name = nil)
      @database = database
      @name = name || AppRole.named(database.get(Sequel.function(:current_database)))
    end

    # Makes the role where it is not there, and gives it what it needs of the tables as they are now.
    def make(password)
      @database.run("CREATE ROLE #{role} LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE") unless there?
      @database.run("ALTER ROLE #{role} PASSWORD #{@database.literal(password)}")
      grant
    end

    # Is there such a role on this server?
    def there? = @database[:pg_roles].where(rolname: @name).any?

    # What it needs of the tables as they are now; also after a backup was put in their place.
    def grant
      name = @database.get(Sequel.function(:current_database))
      @database.run(<<~SQL)
        REVOKE ALL ON DATABASE #{@database.literal(name.to_sym)} FROM PUBLIC;
        GRANT CONNECT ON DATABASE #{@database.literal(name.to_sym)} TO #{role};
        REVOKE CREATE ON SCHEMA public FROM PUBLIC;
        GRANT USAGE ON SCHEMA public TO #{role};
        GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO #{role};
        GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO #{role};
        REVOKE UPDATE, DELETE ON entries, amendments FROM #{role};
        REVOKE INSERT, UPDATE, DELETE ON schema_info FROM #{role};
      SQL
    end

    private

    def role = @database.literal(@name.to_sym)
  end
end
