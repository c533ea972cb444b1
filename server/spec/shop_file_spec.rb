# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe UpperBranchServer::Keeping::ShopFile do
  # That of the catalogue as it is now.
  def store = ServerUnderTest.store

  let(:path) { File.join(Dir.mktmpdir, "shop.zip") }
  let(:shop) { described_class.new(ServerUnderTest.knowledge) }

  before do
    UpperBranchServer::Demo.load(store, ServerUnderTest.database)
    store.shop.choose({ "mixture" => "drop-by-rpm" }, ["vacuum gauge"])
  end

  def change(at, value)
    known = ServerUnderTest.knowledge
    known.change(known.version, [{ "at" => at, "value" => value }], reason: "timed", by: "Ines")
  end

  # Everything a shop has, as its pages tell it.
  def told
    ids = ServerUnderTest.database[:jobs].order(:id).select_map(:id)
    { jobs: ids.map { |id| store.job_files.out(id) }, ways: store.shop.ways,
      photos: ServerUnderTest.database[:photos].order(:id).select_map(%i[id sent]).size,
      cards: store.cards.list.map { |card| card.except("id") },
      knowledge: store.amendments.standing.map { |row| row.slice("at", "value", "reason", "by", "source") } }
  end

  it "holds a whole shop in open formats, and brings it to an empty one" do
    id = ServerUnderTest.database[:machines].order(:called).get(:id)
    ServerUnderTest.database[:jobs].select_map(:id).each { |job| store.find(job) }
    store.machines.keep(id, { "owner" => "The co-operative" }) if id
    change("/checks/pump-shot/minutes", 7)
    change("/checks/pump-shot/steps", ["Look.", "Snap it."])
    before = told
    expect(shop.out(path)).to eq before[:jobs].size
    names = Zip::File.open(path) { |zip| zip.entries.map(&:name) }
    expect(names).to include("shop.json", a_string_matching(%r{\Ajobs/\h{8}-.*\.zip\z}))
    ServerUnderTest.clean
    came = shop.in(path)
    expect(came).to include(jobs: before[:jobs].size, cards: before[:cards].size, changes: 2, refused: [])
    expect(store.catalogue.check("pump-shot").minutes).to eq 7
    expect(told).to eq before
    expect(shop.in(path)[:refused]).to be_empty # again, and stored once
    expect(told[:jobs].size).to eq before[:jobs].size
    expect(store.chain.broken).to be_empty
  end

  it "does not take in a change of what the files no longer have" do
    change("/checks/pump-shot/minutes", 7)
    shop.out(path)
    ServerUnderTest.clean
    Zip::File.open(path) do |zip|
      text = zip.read("shop.json").sub("pump-shot/minutes", "long-gone/minutes")
      zip.get_output_stream("shop.json") { |io| io.write(text) }
    end
    expect(shop.in(path)).to include(changes: 0,
                                     refused: [[
                                       "change of /checks/long-gone/minutes", /Nothing by this name/
                                     ]])
  end

  it "says what of it was not taken in, and takes in the rest" do
    shop.out(path)
    Zip::File.open(path) do |zip|
      zip.get_output_stream("jobs/#{SecureRandom.uuid}.zip") { |io| io.write("nothing") }
      zip.get_output_stream("../out") { |io| io.write("x") }
    end
    ServerUnderTest.clean
    came = shop.in(path)
    expect(came[:refused].map(&:first)).to contain_exactly(a_string_matching(/\Ajobs/), "../out")
    expect(came[:jobs]).to be > 5
  end

  it "holds what cannot be traced here any more, too" do
    id = SecureRandom.uuid # laid in under the server's feet: of a kind of machine that is no more
    ServerUnderTest.database[:jobs].insert(id: id, title: "Old", catalogue: "x", summary: Sequel.pg_jsonb({}),
                                           version: 1)
    ServerUnderTest.database[:entries].insert(job_id: id, sequence: 1, id: SecureRandom.uuid, kind: "machine",
                                              data: Sequel.pg_jsonb({ "family" => "steam" }))
    expect(shop.out(path)).to be > 5
    parts = Zip::File.open(path) { |zip| UpperBranchServer::JobArchive.read(zip.read("jobs/#{id}.zip")) }
    expect(JSON.parse(parts["job.json"])["entries"]).not_to be_empty
  end

  it "is no shop's file" do
    File.binwrite(path, "nothing")
    expect { shop.in(path) }.to raise_error(described_class::Bad)
    Zip::File.open(path.sub("shop", "other"), create: true) { |zip| zip.get_output_stream("x") { |io| io.write("x") } }
    expect { shop.in(path.sub("shop", "other")) }.to raise_error(described_class::Bad, /missing/)
    ["{", "{}", '{"format": "other"}'].each_with_index do |text, i|
      Zip::File.open("#{path}#{i}", create: true) { |zip| zip.get_output_stream("shop.json") { |io| io.write(text) } }
      expect { shop.in("#{path}#{i}") }.to raise_error(described_class::Bad, /shop\.json/)
    end
  end
end
