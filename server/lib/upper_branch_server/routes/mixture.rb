# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # The mixture curve of a carburetor by its holes. Nothing is stored here.
    module Mixture
      def self.registered(app)
        app.get "/api/v1/mixture" do
          etag settings.stamp
          cache_control :no_cache
          content_type :json
          JSON.generate(UpperBranch::Views::Mixture.sheets(settings.store.catalogue))
        end

        app.post "/api/v1/mixture/:family" do
          data = body_as("Holes")
          answer(reckoned { UpperBranch::Views::Mixture.curve(sheet.curve(data["inputs"])) })
        end

        app.post "/api/v1/mixture/:family/fit" do
          data = body_as("MeasuredMixture")
          answer(reckoned { UpperBranch::Views::Mixture.fit(sheet, sheet.fit(data["inputs"], data["measured"])) })
        end

        what_if(app)
        sizes(app)
        app.helpers Helpers
      end

      def self.what_if(app)
        app.post "/api/v1/mixture/:family/what-if" do
          data = body_as("TwoHoles")
          both = [sheet.family, data["was"], data["inputs"]]
          answer(reckoned do
            UpperBranch::Views::Mixture.what_if(UpperBranch::Practice::WhatIf.new(settings.store.catalogue, *both))
          end)
        end
      end

      def self.sizes(app)
        app.get("/api/v1/jobs/:id/mixture") { answer(sizes_of(settings.store.jobs)) }
      end

      # What the routes share.
      module Helpers
        def sheet
          settings.store.catalogue.geometry.sheet(word("family")) or raise Problem.not_found
        end

        # The sizes of a job's carburetor, with those of the card it goes by.
        def sizes_of(jobs)
          job = jobs.replay(jobs.find(job_id).entries)
          { family: job.machine.family["id"], called: job.called || job.machine.family["name"],
            sizes: UpperBranch::Views::Sizes.of(job, card_of(job)) }
        end
      end
    end
  end
end
