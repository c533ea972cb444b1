# frozen_string_literal: true

require "digest"

module UpperBranchServer
  # The demo: the engine shed of the Hollow Beck growers' co-operative. Invented, and loaded only into an empty
  # database.
  module Demo
    FOLDER = File.join(ROOT, "server", "demo").freeze

    # true when something was loaded
    def self.load(store, database)
      return false if database[:jobs].any?

      demo = Psych.safe_load_file(File.join(FOLDER, "jobs.yml"))
      demo["jobs"].each do |row|
        store.create(uuid(row["title"]), row["title"], entries(row))
        pictures(row).each { |name| store.photos.put(uuid(row["title"]), uuid(name), File.binread(picture(name))) }
      end
      demo["cards"].each { |row| store.cards.keep(row.merge("id" => uuid(row["name"]))) }
      true
    end

    def self.entries(row)
      ids = row["entries"].each_index.map { |i| uuid("#{row['title']} #{i}") }
      row["entries"].zip(ids).map do |entry, id|
        kind, data = entry.first
        # An entry that another speaks of stands by its place in the list, a photo by the name of its picture.
        %w[entry of].each { |field| data = data.merge(field => ids.fetch(data[field])) if data[field] }
        data = data.merge("photo" => uuid(data["photo"])) if data["photo"]
        { "id" => id, "kind" => kind, "data" => data }
      end
    end

    def self.pictures(row) = row["entries"].filter_map { |entry| entry.dig("photo", "photo") }
    def self.picture(name) = File.join(FOLDER, "photos", "#{name}.jpg")

    # The same id every time: a UUID from a name (RFC 4122 layout, version 5 by SHA-1).
    def self.uuid(name)
      hex = Digest::SHA1.hexdigest("upper-branch demo #{name}")
      "#{hex[0, 8]}-#{hex[8, 4]}-5#{hex[13, 3]}-a#{hex[17, 3]}-#{hex[20, 12]}"
    end
    private_class_method :entries, :pictures, :picture, :uuid
  end
end
