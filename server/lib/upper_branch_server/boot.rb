# frozen_string_literal: true

require "rack/deflater"

module UpperBranchServer
  # Puts the pieces together from the environment: DATABASE_URL.
  module Boot
    def self.app
      catalogue = UpperBranch::Catalogue.load
      database = UpperBranchServer.connect(ENV.fetch("DATABASE_URL"))
      app = App.assemble(store: Store.new(database, catalogue), catalogue: catalogue)
      Rack::Builder.app do
        use Rack::Deflater, if: ->(_env, _status, headers, _body) { headers["content-type"] != "text/event-stream" }
        run app
      end
    end
  end
end
