# frozen_string_literal: true

module UpperBranchServer
  module Keeping
    # Migrations forward: on a copy first, so that one that fails leaves the shop as it was.
    #
    #   Upgrade.new(owner_url).run   # => how many migrations were run
    class Upgrade
      class Failed < StandardError; end

      def initialize(url)
        @tools = Tools.new(url)
      end

      # Raises Failed, with the database untouched.
      def run
        missing, empty = @tools.open { |database| [missing_in(database), !database.table_exists?(:jobs)] }
        return 0 if missing.zero?

        rehearse unless empty
        @tools.open { |database| UpperBranchServer.migrate(database) }
        missing
      end

      private

      # nil where this role may make no database: then nothing is rehearsed, and said so.
      def copied
        @tools.beside("#{@tools.name}_rehearsal").make(template: @tools.name)
      rescue Sequel::DatabaseError => e
        raise unless e.wrapped_exception.is_a?(PG::InsufficientPrivilege)

        warn "The migrations are not tried on a copy first: this role may make no database. Take a backup before."
      end

      def missing_in(database)
        done = database.table_exists?(:schema_info) ? database[:schema_info].get(:version) : 0
        files = Dir[File.join(MIGRATIONS, "*.rb")].size
        raise Failed, "This database is of a later version than this program: #{done} to #{files}" if done > files

        files - done
      end

      def rehearse
        copy = copied or return
        copy.open do |database|
          UpperBranchServer.migrate(database)
          broken = Store::Chain.new(database).broken
          raise Failed, "After the migrations the record of job #{broken.first[:job_id]} would be broken" if broken.any?
        end
      rescue Sequel::Error, NoMethodError => e
        raise Failed, "The migrations do not go through on a copy: #{e.message.lines.first&.strip}"
      ensure
        copy&.drop
      end
    end
  end
end
