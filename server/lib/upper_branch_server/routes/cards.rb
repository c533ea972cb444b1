# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # Spec cards: list, keep, drop, import, export.
    module Cards
      TEXT_LIMIT = 2_000_000 # bytes of an imported file

      def self.registered(app)
        exports(app)
        app.get("/api/v1/cards") { answer(cards: settings.cards.list, items: settings.cards.items) }
        app.post("/api/v1/cards") { answer(reckoned { settings.cards.keep(body_as("CardData")) }) }
        app.post("/api/v1/cards/import") do
          answer(reckoned { { kept: settings.cards.import(body_as("CardFile", TEXT_LIMIT)["text"]) } })
        end

        app.delete "/api/v1/cards/:id" do
          settings.cards.drop(job_id)
          answer(dropped: true)
        end
      end

      def self.exports(app)
        app.get "/api/v1/cards.csv" do
          attachment "spec-cards.csv"
          content_type "text/csv; charset=utf-8"
          UpperBranch::Workshop::SpecCardFile.csv(settings.cards.list)
        end

        app.get "/api/v1/cards.json" do
          attachment "spec-cards.json"
          content_type :json
          UpperBranch::Workshop::SpecCardFile.json(settings.cards.list)
        end
      end
    end
  end
end
