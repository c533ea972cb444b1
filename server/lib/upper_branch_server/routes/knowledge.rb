# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # The shop's own layer over the knowledge: what may be changed, what was, and what a change would do.
    module Knowledge
      def self.registered(app)
        looked_at(app)
        app.post("/api/v1/knowledge") do
          data = body_as("KnowledgeChange")
          settings.knowledge.change(data["version"], data["changes"], reason: data["reason"].strip, by: by(data))
          status 201
          answer(knowledge)
        end
        app.helpers Helpers
      end

      def self.looked_at(app)
        app.get("/api/v1/knowledge") { answer(knowledge) }
        app.get("/api/v1/knowledge/fields") { answer(fields: fields.of(word("record") || "")) }
        app.post("/api/v1/knowledge/effect") do
          tables, = settings.knowledge.with(body_as("KnowledgeTrial")["changes"])
          answer(UpperBranchServer::Knowledge::Effect.new(settings.store, UpperBranch::Catalogue.new(tables)).to_h)
        end
        app.get("/api/v1/knowledge/shop.patch") do
          attachment("shop.patch")
          content_type :patch
          UpperBranch::Catalogue::Patch.new(standing_layer).to_s
        end
      end
      private_class_method :looked_at

      # What the routes share.
      module Helpers
        def fields = UpperBranch::Views::Fields.new(settings.knowledge.tables, settings.knowledge.files)

        # How the layer stands, and how it came to be.
        def knowledge
          standing = settings.store.amendments.standing
          lost = settings.knowledge.lost.map { |row| row["id"] }
          ids = standing.map { |row| row["id"] }
          { version: settings.knowledge.version, standing: ids.size - lost.size,
            changes: settings.store.amendments.history.map { |row| change(row, ids, lost) } }
        end

        # ids: of the changes that stand; lost: of those whose place is gone
        def change(row, ids, lost)
          now = UpperBranch::Catalogue::Place.read(settings.knowledge.files, UpperBranch::Catalogue::Place.keys(row["at"]))
          stands = ids.include?(row["id"])
          row.slice("id", "at", "value", "was", "file", "reason", "by", "source", "created_at")
             .merge(fields.about(row["at"]), letters(row), stands: stands, lost: lost.include?(row["id"]),
                                                           file_moved: row["file"] != now && stands)
        end

        # What was and what is, where letters stand for it.
        def letters(row)
          { value_word: fields.letter(row["at"], row["value"]), was_word: fields.letter(row["at"], row["was"]) }.compact
        end

        # Who changes it: who has signed in, or as they say at an open bench.
        def by(data) = settings.accounts ? person.signature : data["by"]

        def standing_layer
          standing = settings.store.amendments.standing
          gone = settings.knowledge.lost.map { |row| row["id"] }
          UpperBranch::Catalogue::Layer.new(standing.reject { |row| gone.include?(row["id"]) })
        end
      end
    end
  end
end
