# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # What a report draws: the section with the parts that were found wrong, and the branch.
    module Drawings
      def self.registered(app)
        app.get("/api/v1/jobs/:id/section.svg") do
          drawn(UpperBranchServer::Reports::SectionSvg.of(shop_report[:section]) || raise(Problem.not_found))
        end

        app.get("/api/v1/jobs/:id/branch.svg") do
          drawn(UpperBranchServer::Reports::BranchSvg.of(shop_report[:bench][:circuits]))
        end

        app.helpers Helpers
      end

      # What the routes share.
      module Helpers
        def shop_report
          params["for"] = "shop"
          report_of(settings.store.jobs.find(job_id))
        end

        def drawn(svg)
          content_type "image/svg+xml"
          cache_control :no_store
          headers "content-security-policy" => "default-src 'none'; sandbox"
          svg
        end
      end
    end
  end
end
