# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe UpperBranchServer::Keeping::Backup do
  let(:tools) { UpperBranchServer::Keeping::Tools.new(ENV.fetch("DATABASE_URL")).beside("upper_branch_shop") }
  let(:folder) { Dir.mktmpdir }
  let(:backup) { described_class.new(tools.url) }

  # A shop of its own, since a backup is put in its place.
  before do
    tools.make
    tools.open do |database|
      UpperBranchServer.migrate(database)
      @store = UpperBranchServer::Store.new(database, CATALOGUE)
      UpperBranchServer::Demo.load(@store, database)
    end
  end

  after do
    names = tools.aside do |database|
      database[:pg_database].where(Sequel.like(:datname, "upper_branch_shop%")).select_map(:datname)
    end
    names.each { |name| tools.beside(name).drop }
    FileUtils.rm_rf(folder)
  end

  def jobs = tools.open { |database| database[:jobs].order(:id).select_map(%i[id version]) }
  def databases = tools.aside { |database| database[:pg_database].select_map(:datname) }

  def note(text)
    tools.open do |database|
      store = UpperBranchServer::Store.new(database, CATALOGUE)
      id = database[:jobs].where(closed_as: nil).order(:id).get(:id)
      entry = { "id" => SecureRandom.uuid, "kind" => "note", "data" => { "text" => text } }
      store.add(id, store.jobs.find(id).version, [entry])
    end
  end

  it "is one file that comes back to the letter, the old shop left beside it" do
    path = backup.take(folder)
    before = jobs
    expect(File.stat(path).mode & 0o077).to eq 0
    expect(backup.manifest(path)["tables"]).to include("jobs" => before.size, "photos" => 2)
    note("written after it")
    expect(jobs).not_to eq before
    old = backup.restore(path)
    expect(jobs).to eq before
    expect(databases).to include(old)
    tools.open { |database| expect(UpperBranchServer::Store::Chain.new(database).broken).to be_empty }
    expect(databases.grep(/\Aupper_branch_shop_\h{8}\z/)).to be_empty # nothing is left lying about
  end

  it "serves again under the shop's own role, which gets its rights on what was put in place" do
    tools.open { |database| UpperBranchServer::AppRole.new(database).make("first") }
    backup.restore(backup.take(folder))
    url = UpperBranchServer::AppRole.url(tools.url, "first")
    database = UpperBranchServer.connect(url)
    expect(database[:jobs].count).to be > 5
    expect { database[:entries].delete }.to raise_error(Sequel::DatabaseError, /permission denied/)
  ensure
    database&.disconnect
  end

  it "leaves the role of another shop on the same server as it is" do
    other = tools.beside("upper_branch_shop_two").make
    other.open { |database| UpperBranchServer.migrate(database) }
    [[tools, "one"], [other, "two"]].each do |shop, password|
      shop.open { |database| UpperBranchServer::AppRole.new(database).make(password) }
    end
    urls = [[tools, "one"], [other, "two"]].map { |shop, word| UpperBranchServer::AppRole.url(shop.url, word) }
    connected = urls.map { |url| UpperBranchServer.connect(url) }
    expect(connected.map { |database| database[:jobs].count }).to match [(be > 5), 0]
    elsewhere = URI(urls.first).tap { |uri| uri.path = "/upper_branch_shop_two" }.to_s
    expect do
      UpperBranchServer.connect(elsewhere)[:jobs].count
    end.to raise_error(Sequel::DatabaseError, /permission denied/)
  ensure
    connected&.each(&:disconnect)
  end

  it "keeps those of the future beside the others, and lets them take nobody's place" do
    now = Time.utc(2026, 12, 2, 4)
    days = Array.new(10) { |i| (now - (i * 86_400)).strftime(described_class::FILE) }
    ahead = Array.new(9) { |i| (now + ((i + 1) * 86_400)).strftime(described_class::FILE) }
    kept = described_class.worth_keeping(days + ahead, now: now)
    expect(kept).to include(*ahead, *days.first(7))
    expect(kept & days.last(3)).to be_empty.or(have_attributes(size: be <= 2))
  end

  it "is of one moment while others write" do
    stop = false
    writer = Thread.new { note("busy") until stop }
    path = backup.take(folder)
    stop = true
    writer.join
    expect(File.exist?(path)).to be true
    expect { backup.restore(path) }.not_to raise_error
  end

  it "says when a file was changed, is cut short, or is none, and changes nothing" do
    path = backup.take(folder)
    before = jobs
    bytes = File.binread(path)
    middle = bytes.dup.tap { |copy| copy.setbyte(bytes.size / 2, copy.getbyte(bytes.size / 2) ^ 255) }
    [middle, bytes[0, bytes.size / 2], "nothing of the kind", ""].each do |broken|
      File.binwrite(path, broken)
      expect { backup.restore(path) }.to raise_error(described_class::Bad)
      expect(jobs).to eq before
    end
    expect { backup.restore("#{folder}/none.zip") }.to raise_error(described_class::Bad, /no backup/)
  end

  it "is not called good when the record is broken" do
    tools.open do |database|
      database.run("ALTER TABLE entries DISABLE TRIGGER USER; UPDATE entries SET by = 'Me' WHERE sequence = 1")
    end
    expect { backup.take(folder) }.to raise_error(described_class::Bad, /broken/)
    expect(Dir.children(folder)).to be_empty
  end

  it "is brought forward by the migrations it lacks, on a copy first" do
    upgrade = UpperBranchServer::Keeping::Upgrade.new(tools.url)
    expect(upgrade.run).to eq 0
    tools.open { |database| Sequel::Migrator.run(database, UpperBranchServer::MIGRATIONS, target: 13) }
    before = jobs
    expect(upgrade.run).to eq(Dir["#{UpperBranchServer::MIGRATIONS}/*.rb"].size - 13)
    expect(jobs).to eq before
    tools.open { |database| expect(UpperBranchServer::Store::Chain.new(database).broken).to be_empty }
  end

  it "stays as it was where a migration does not go through" do
    tools.open do |database|
      Sequel::Migrator.run(database, UpperBranchServer::MIGRATIONS, target: 13)
      database.run("CREATE TABLE attempts (mine int)") # in the way of 015
    end
    before = jobs
    expect { UpperBranchServer::Keeping::Upgrade.new(tools.url).run }
      .to raise_error(UpperBranchServer::Keeping::Upgrade::Failed, /do not go through on a copy/)
    expect(tools.open { |database| database[:schema_info].get(:version) }).to eq 13
    expect(jobs).to eq before
    expect(databases.grep(/rehearsal/)).to be_empty
    tools.open { |database| database[:schema_info].update(version: 99) }
    expect { UpperBranchServer::Keeping::Upgrade.new(tools.url).run }
      .to raise_error(UpperBranchServer::Keeping::Upgrade::Failed, /later version/)
  end

  it "tells the lead when it was" do
    backup.take(folder)
    told = tools.open { |database| UpperBranchServer::Store::Shop.new(database, CATALOGUE).backup }
    expect(told).to include("jobs" => jobs.size, "file" => a_string_matching(described_class::NAME))
  end

  it "keeps one of each of the last days, weeks and months" do
    start = Time.utc(2026, 11, 27)
    names = Array.new(400) { |i| (start - (i * 86_400)).strftime("upper-branch-%Y%m%d-020000.zip") }
    kept = described_class.worth_keeping(names + ["upper-branch-20261127-030000.zip", "photo.zip"])
    expect(kept.size).to be_between(18, 24)
    expect(kept.first).to eq "upper-branch-20261127-030000.zip"
    expect(kept).to include("upper-branch-20261121-020000.zip", "upper-branch-20261031-020000.zip")
    expect(kept).not_to include("upper-branch-20261110-020000.zip", "upper-branch-20250101-020000.zip", "photo.zip")
    expect(described_class.worth_keeping([])).to eq []
  end
end
