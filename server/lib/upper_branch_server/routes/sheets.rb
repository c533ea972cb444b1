# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # The work sheet of a repair on a job, with the figures of the card it goes by.
    module Sheets
      def self.registered(app)
        app.get("/api/v1/jobs/:id/sheets/:repair") do
          job = settings.store.jobs.replay(settings.store.jobs.find(job_id).entries)
          given = { card: card_of(job), place: word("place") }
          answer(reckoned { UpperBranch::Views::Sheet.of(job, word("repair"), **given) })
        end

        app.helpers Helpers
      end

      # What the routes of a job share.
      module Helpers
        # Workshop::SpecCard that a job goes by, or nil.
        def card_of(job) = job.card && settings.cards.card(job.card["id"])
      end
    end
  end
end
