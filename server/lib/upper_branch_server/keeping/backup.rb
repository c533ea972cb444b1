# frozen_string_literal: true

require "digest"
require "fileutils"
require "json"
require "tmpdir"
require "zip"

module UpperBranchServer
  module Keeping
    # Everything a shop has, in one file: a zip with PostgreSQL's own dump and what must be in it. Taken while the
    # server runs, all of one moment; read back into a database of its own and compared before it is called good.
    #
    #   Backup.new(owner_url).take("var/backups")        # => path
    #   Backup.new(owner_url).restore("var/backups/...")  # the old database stays beside it
    class Backup
      FORMAT = "upper-branch-backup"
      FILE = "upper-branch-%Y%m%d-%H%M%S.zip"
      NAME = /\Aupper-branch-(\d{8})-(\d{6})\.zip\z/
      KEPT = { days: 7, weeks: 5, months: 12 }.freeze # one of each is kept

      class Bad < StandardError; end

      # clock: gives the time, which names the file
      def initialize(url, clock: Time)
        @tools = Tools.new(url)
        @clock = clock
      end

      # Path of the new file. Raises Bad when what comes back is not what went in, Tools::Failed.
      def take(folder)
        FileUtils.mkdir_p(folder, mode: 0o700)
        at = @clock.now.utc
        path = File.join(folder, at.strftime(FILE))
        write("#{path}.new", at)
        proven("#{path}.new") { false }
        File.rename("#{path}.new", path)
        thin(folder)
        told(path, at)
        path
      ensure
        FileUtils.rm_f("#{path}.new")
      end

      # Puts a backup in the place of the database; the old one stays beside it under the name that is returned, nil
      # where there was none. Raises Bad, Tools::Failed; then nothing was changed.
      def restore(path)
        proven(path) { |fresh| in_place_of_old(fresh) }
      end

      # Reads it back and compares, and changes nothing: its manifest. Raises Bad, Tools::Failed.
      def look(path) = manifest(path).tap { proven(path) { false } }

      # What a backup says of itself. Raises Bad when it is none.
      def manifest(path)
        told = Zip::File.open(path) { |zip| JSON.parse(zip.read("manifest.json")) }
        raise Bad, "#{path} is no backup of Upper Branch" unless told["format"] == FORMAT

        told
      rescue Zip::Error, Errno::ENOENT, JSON::ParserError => e
        raise Bad, "#{path} is no backup of Upper Branch: #{e.message}"
      end

      # Files of a folder that are to be kept: the latest of each of the last days, weeks and months, and always the
      # latest. One that is dated in the future, by a clock that was wrong, is kept and takes nobody's place. names: of
      # files
      def self.worth_keeping(names, now: Time.now)
        ahead, dated = names.grep(NAME).sort.reverse.partition { |name| name > now.utc.strftime(FILE) }
        ahead + of_each_period(dated)
      end

      def self.of_each_period(dated)
        day, week, month = KEPT.values_at(:days, :weeks, :months)
        periods = { "%Y%m%d" => day, "%G%V" => week, "%Y%m" => month }
        periods.flat_map do |period, count|
          dated.uniq { |name| Time.strptime(name[NAME, 1], "%Y%m%d").strftime(period) }.first(count)
        end.uniq
      end
      private_class_method :of_each_period

      private

      # Dump and manifest of the very same moment: a snapshot that both look at.
      def write(path, at)
        Dir.mktmpdir("upper-branch-backup") do |folder|
          dump = File.join(folder, "database.dump")
          told = @tools.open do |database|
            database.transaction(isolation: :repeatable, read_only: true) do
              snapshot = database.get(Sequel.function(:pg_export_snapshot))
              @tools.run("pg_dump", "--format=custom", "--no-owner", "--no-privileges", "--snapshot=#{snapshot}",
                         "--file=#{dump}")
              Manifest.of(database)
            end
          end
          pack(path, dump, told.merge("format" => FORMAT, "at" => at.iso8601, "sum" => sum(dump)))
        end
      end

      def pack(path, dump, manifest)
        FileUtils.rm_f(path)
        Zip::File.open(path, create: true) do |zip|
          zip.get_output_stream("manifest.json") { |io| io.write(JSON.pretty_generate(manifest)) }
          zip.add_stored("database.dump", dump)
        end
        File.chmod(0o600, path)
      end

      def sum(path) = Digest::SHA256.file(path).hexdigest

      # Reads it into a database of its own, compares, and gives that to the block, which may keep it (true).
      def proven(path)
        told = manifest(path)
        fresh = @tools.beside("#{@tools.name}_#{SecureRandom.hex(4)}").make
        unpacked(path, told) do |dump|
          fresh.run("pg_restore", "--no-owner", "--no-privileges", "--exit-on-error", "--dbname=#{fresh.name}", dump)
        end
        compare(fresh, told)
        kept = yield fresh
      ensure
        fresh&.drop unless kept
      end

      def unpacked(path, told)
        Dir.mktmpdir("upper-branch-backup") do |folder|
          dump = File.join(folder, "database.dump")
          Zip::File.open(path) { |zip| copy(zip.get_entry("database.dump"), dump) }
          raise Bad, "#{path} was changed since it was taken: its sum is another" unless sum(dump) == told["sum"]

          yield dump
        end
      end

      def copy(entry, path)
        File.open(path, "wb") { |to| IO.copy_stream(entry.get_input_stream, to) }
      end

      def compare(fresh, told)
        fresh.open do |database|
          now = Manifest.of(database)
          wrong = now.keys.find { |part| now[part] != told[part] }
          raise Bad, "What came back is not what was kept: #{wrong} differ" if wrong

          broken = Store::Chain.new(database).broken
          raise Bad, "The record of job #{broken.first[:job_id]} is broken" if broken.any?
        end
      end

      def in_place_of_old(fresh)
        at = @clock.now.utc.strftime("%Y%m%d_%H%M%S")
        old = "#{@tools.name}_before_#{at}"
        there = @tools.aside { |database| database[:pg_database].where(datname: @tools.name).any? }
        name = @tools.name
        if there
          @tools.alone
          @tools.rename(old)
        end
        fresh.rename(name)
        granted
        there ? old : name
      end

      # Roles belong to the server, not to the backup: those of this database get their rights on what was put in place.
      def granted
        url = ENV.fetch("DATABASE_APP_URL", nil)
        @tools.open do |database|
          roles = [AppRole.new(database), *(url && AppRole.new(database, URI(url).user))]
          roles.select(&:there?).each(&:grant)
        end
      end

      def thin(folder)
        names = Dir.children(folder).grep(NAME)
        (names - self.class.worth_keeping(names, now: @clock.now)).each { |name| File.delete(File.join(folder, name)) }
      end

      # For the lead, who is shown when it was.
      def told(path, at)
        @tools.open do |database|
          value = Sequel.pg_jsonb({ "at" => at.iso8601, "file" => File.basename(path), "bytes" => File.size(path),
                                    "jobs" => database[:jobs].count })
          newer = { value: value, updated_at: Sequel.function(:now) }
          database[:settings].insert_conflict(target: :name, update: newer).insert(name: "backup", value: value)
        end
      end
    end
  end
end
