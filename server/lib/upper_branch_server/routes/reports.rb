# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # What is told of a job when it leaves the bench: to the customer, or to the shop.
    module Reports
      def self.registered(app)
        app.get("/api/v1/jobs/:id/report") { answer(report_of(settings.store.jobs.find(job_id))) }

        app.get("/api/v1/jobs/:id/report.pdf") do
          stored = settings.store.jobs.find(job_id)
          report = report_of(stored)
          pictures = settings.store.photos.of(stored.id, report[:photos].map { |row| row[:photo] })
          content_type "application/pdf"
          cache_control :no_store
          headers "content-disposition" => %(attachment; filename="report-#{report[:for]}.pdf")
          UpperBranchServer::Reports::ReportPdf.new(report, pictures).render
        end

        app.helpers Helpers
      end

      # What the routes share.
      module Helpers
        # stored: Store::Jobs::Stored
        def report_of(stored)
          job = settings.store.jobs.replay(stored.entries)
          raise Problem.invalid("for", "Say first which machine it is") unless job.machine

          given = { title: stored.title, audience: word("for") || "customer", card: card_of(job) }
          told = reckoned { UpperBranch::Views::Report.of(job, **given) }.to_h
          begun, last = stored.entries.values_at(0, -1).map { |entry| entry["at"] }
          told.merge(begun: begun, last: last, due_on: Due.on(told, last))
        end
      end
    end
  end
end
