# frozen_string_literal: true

require "open3"
require "uri"

module UpperBranchServer
  module Keeping
    # PostgreSQL's own programs and databases beside the one at hand. url: of its owner, who may make databases
    class Tools
      class Failed < StandardError; end

      attr_reader :url

      def initialize(url)
        @url = url
      end

      def name = URI(@url).path.delete_prefix("/")

      # The same server, another database.
      def beside(name) = Tools.new(URI(@url).tap { |uri| uri.path = "/#{name}" }.to_s)

      # Runs pg_dump, pg_restore ... ; the password goes by the environment, so that no list of processes shows it.
      def run(program, *arguments)
        uri = URI(@url)
        password = uri.password && URI::DEFAULT_PARSER.unescape(uri.password)
        environment = { "PGPASSWORD" => password, "PGHOST" => uri.host, "PGPORT" => uri.port&.to_s,
                        "PGUSER" => uri.user, "PGDATABASE" => name }
        said, status = Open3.capture2e(environment.compact, path(program), *arguments)
        return said if status.success?

        raise Failed, "#{program} failed: #{said.lines.last(3).join.strip}"
      end

      # Connected to as its owner, for the block.
      def open
        database = UpperBranchServer.connect(@url, limits: nil)
        yield database
      ensure
        database&.disconnect
      end

      # As `open`, of the database every server has.
      def aside(&) = beside("postgres").open(&)

      def make(template: nil)
        aside do |database|
          database.run("DROP DATABASE IF EXISTS #{quoted(database, name)}")
          from = template ? " TEMPLATE #{quoted(database, template)}" : " TEMPLATE template0 ENCODING 'UTF8'"
          database.run("CREATE DATABASE #{quoted(database, name)}#{from}")
        end
        self
      end

      def drop = aside { |database| database.run("DROP DATABASE IF EXISTS #{quoted(database, name)} WITH (FORCE)") }

      def rename(to)
        aside do |database|
          database.run("ALTER DATABASE #{quoted(database, name)} RENAME TO #{quoted(database, to)}")
        end
      end

      # Ends every connection to it.
      def alone
        aside do |database|
          database.fetch("SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = ?", name).all
        end
      end

      private

      def quoted(database, name) = database.literal(name.to_sym)

      def path(program)
        folder = ENV["PG_BIN"] || Dir["/usr/lib/postgresql/*/bin"].max_by { |dir| dir[/\d+/].to_i }
        folder ? File.join(folder, program) : program
      end
    end
  end
end
