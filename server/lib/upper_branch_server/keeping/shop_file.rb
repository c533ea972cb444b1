# frozen_string_literal: true

require "json_schemer"
require "zip"

module UpperBranchServer
  module Keeping
    # A whole shop in open formats: a zip with shop.json (docs/formats/shop.schema.json) and a zip for each job. Where a
    # backup brings back a database as it was, this one is read by any program, and adds to what is there.
    #
    #   ShopFile.new(knowledge).out("shop.zip")   # => how many jobs
    #   ShopFile.new(knowledge).in("shop.zip")    # => {jobs: 12, cards: 3, ..., refused: [["jobs/1.zip", "why"]]}
    class ShopFile
      FORMAT = "upper-branch-shop"
      SCHEMA = File.join(ROOT, "docs", "formats", "shop.schema.json").freeze
      SHOP = "shop.json"
      JOB = %r{\Ajobs/\h{8}-\h{4}-\h{4}-\h{4}-\h{12}\.zip\z}
      LIMIT = 50_000_000 # bytes of shop.json
      OWN = %i[called family serial owner note].freeze
      CHANGE = %w[at value reason by source].freeze

      class Bad < StandardError; end

      def initialize(knowledge)
        @knowledge = knowledge
        @texts = JobFileText.new(Contract.new)
      end

      # Number of jobs; what was practised stays here. path: of a file that is not there yet
      def out(path)
        ids = store.database[:jobs].where(practice: false).order(:created_at, :id).select_map(:id)
        new = "#{path}.new"
        Zip::OutputStream.open(new) do |zip|
          put(zip, SHOP, JSON.pretty_generate(shop))
          ids.each { |id| put(zip, "jobs/#{id}.zip", JobArchive.write(store.job_files.archive(id)), Zip::Entry::STORED) }
        end
        File.chmod(0o600, new)
        File.rename(new, path)
        ids.size
      ensure
        FileUtils.rm_f(new)
      end

      # What came in, and what did not with the reason; a job or card that is refused keeps nothing else from coming in.
      # Sent in twice, it is stored once. Raises Bad where it is no shop's file.
      def in(path)
        Zip::File.open(path) do |zip|
          told = read(zip)
          @refused = []
          jobs = zip.entries.reject { |entry| entry.name == SHOP }.count { |entry| job(entry) }
          changed = told["knowledge"].to_a.count { |row| change(row) }
          ways(told)
          { jobs: jobs, cards: cards(told["cards"]), machines: machines(told["machines"]), changes: changed,
            refused: @refused }
        end
      rescue Zip::Error, Errno::ENOENT => e
        raise Bad, "#{path} is no shop's file: #{e.message}"
      end

      private

      # That of the catalogue as it is now.
      def store = @knowledge.store

      def shop
        cards = store.cards.list.map { |card| card.slice("name", "family", "figures") }
        { format: FORMAT, version: 1, **store.shop.ways, cards: cards,
          machines: store.database[:machines].order(:called, :family).select(*OWN).all,
          knowledge: store.amendments.standing.map { |row| row.slice(*CHANGE) } }
      end

      def put(zip, name, bytes, method = Zip::Entry::DEFLATED)
        zip.put_next_entry(name, nil, nil, method)
        zip.write(bytes)
      end

      def read(zip)
        text = zip.find_entry(SHOP)&.get_input_stream&.read(LIMIT + 1) or raise Bad, "#{SHOP} is missing"
        raise Bad, "#{SHOP} is larger than #{LIMIT / 1_000_000} MB" if text.bytesize > LIMIT

        told = JSON.parse(text)
        wrong = JSONSchemer.schema(JSON.parse(File.read(SCHEMA)), regexp_resolver: "ecma").validate(told).first
        raise Bad, "#{SHOP}: #{wrong['error']}" if wrong

        told
      rescue JSON::ParserError => e
        raise Bad, "#{SHOP} is no JSON: #{e.message[0, 80]}"
      end

      def job(entry)
        return refused(entry.name, "A shop's file holds #{SHOP} and jobs/ID.zip") unless entry.name.match?(JOB)

        bytes = entry.get_input_stream.read(JobArchive::LIMIT + 1)
        return refused(entry.name, "Larger than a job may be") if bytes.bytesize > JobArchive::LIMIT

        parts = JobArchive.read(bytes)
        store.job_files.take_in(@texts.read(parts.fetch(JobArchive::JOB)), JobArchive.photos(parts))
        true
      rescue Problem, UpperBranch::Invalid => e
        refused(entry.name, e.message)
      end

      def cards(rows)
        rows.count do |row|
          store.cards.import(JSON.generate(cards: [row]))
        rescue UpperBranch::Invalid => e
          refused("card #{row['name']}", e.message)
        end
      end

      def machines(rows)
        rows.count do |row|
          next if row.values_at("serial", "owner", "note").compact.empty?

          id = store.machines.id_of(called: row["called"], family: row["family"]) or next
          store.machines.keep(id, row)
        end
      end

      # A change of the shop's own over the knowledge, where it says something else than what stands here.
      def change(row)
        keys = UpperBranch::Catalogue::Place.keys(row["at"])
        return false if UpperBranch::Catalogue::Place.read(@knowledge.tables, keys) == row["value"]

        @knowledge.change(@knowledge.version, [row], reason: row["reason"], by: row["by"], source: row["source"])
        true
      rescue Problem => e
        refused("change of #{row['at']}", e.message)
      end

      def ways(told)
        store.shop.choose(told["chosen"], told["lacks"])
      rescue Problem => e
        refused("schools", e.message)
      end

      # false, with the reason kept
      def refused(what, why)
        @refused << [what, why]
        false
      end
    end
  end
end
