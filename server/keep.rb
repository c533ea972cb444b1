# frozen_string_literal: true

# bin/backup, bin/restore and bin/shop: what they say, and how they end.
require_relative "lib/upper_branch_server"

def shop_file
  database = UpperBranchServer.connect(ENV.fetch("DATABASE_URL"), limits: nil)
  knowledge = UpperBranchServer::Knowledge.of_files(database).tap(&:refresh)
  UpperBranchServer::Keeping::ShopFile.new(knowledge)
end

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
  when "export"
    abort "#{path} is there already: give another name." if File.exist?(path)
    puts "#{path}: #{shop_file.out(path)} jobs."
  when "import"
    came = shop_file.in(path)
    puts "#{path}: #{came[:jobs]} jobs, #{came[:cards]} cards, #{came[:machines]} machines, " \
         "#{came[:changes]} changes of the knowledge."
    came[:refused].each { |what, why| puts "  not taken in: #{what}: #{why}" }
  end
rescue UpperBranchServer::Keeping::ShopFile::Bad,
       UpperBranchServer::Keeping::Backup::Bad, UpperBranchServer::Keeping::Tools::Failed, SystemCallError => e
  abort "#{e.message}. Nothing was changed."
rescue Sequel::DatabaseError => e
  abort "The database does not do it: #{e.message.lines.first.strip}. Nothing was changed."
end
