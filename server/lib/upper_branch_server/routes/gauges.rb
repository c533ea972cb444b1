# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # The simulated gauge: ten seconds of readings at a time, which the page plays at its own pace; nothing stays open.
    module Gauges
      SECONDS = 10
      LONGEST = 3600 # s a gauge can have been on

      def self.registered(app)
        app.get "/api/v1/gauges/:kind" do
          kinds = settings.store.catalogue.book.engines.gauges["kinds"]
          raise Problem.not_found unless kinds.key?(word("kind"))

          cache_control :no_store
          answer(reckoned { stretch(word("kind")) })
        end
        app.helpers Helpers
      end

      # What the route uses.
      module Helpers
        def stretch(kind)
          from = word("from").to_f
          raise UpperBranch::Invalid.new("from", "A time from 0 to #{LONGEST} s") unless from.between?(0, LONGEST)

          UpperBranch::Practice::SimulatedGauge
            .new(settings.store.catalogue, kind, word("signal") || "steady", seed: word("seed").to_i)
            .stretch(from, SECONDS)
        end
      end
    end
  end
end
