# frozen_string_literal: true

# bin/backup and bin/restore: what they say, and how they end.
require_relative "lib/upper_branch_server"

keeping = UpperBranchServer::Keeping::Backup.new(ENV.fetch("DATABASE_URL"))
command, path, look = ARGV
begin
  case command
  when "backup"
    file = keeping.take(path)
    puts "#{file}: #{(File.size(file) / 1_000_000.0).round(1)} MB, #{keeping.manifest(file)['tables']['jobs']} jobs, " \
         "read back and compared."
  when "restore"
    told = look ? keeping.look(path) : keeping.manifest(path)
    old = look ? nil : keeping.restore(path)
    puts "#{path}: of #{told['at']}, #{told['tables']['jobs']} jobs, #{told['tables']['entries']} entries, whole."
    puts(look ? "Nothing was changed." : "It is in its place. What was there before: database #{old}.")
  end
rescue UpperBranchServer::Keeping::Backup::Bad, UpperBranchServer::Keeping::Tools::Failed => e
  abort "#{e.message}. Nothing was changed."
rescue Sequel::DatabaseError => e
  abort "The database does not do it: #{e.message.lines.first.strip}. Nothing was changed."
end
