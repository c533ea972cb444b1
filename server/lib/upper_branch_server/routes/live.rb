# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # One stream of events for each page: that a job has gone on, and who else looks at it.
    module Live
      BUSY = Problem.new(503, "busy", "Too many pages listen", "It is asked for again by itself.", wait: 20)

      def self.registered(app)
        app.helpers Helpers
        app.get "/api/v1/live" do
          job = word("job")&.downcase
          raise Problem.invalid("job", "job: the id of a job") unless job.nil? || job.match?(Asked::UUID)

          hijack = env["rack.hijack"] or raise BUSY
          raise BUSY if settings.hub.size >= UpperBranchServer::Live::Hub::MOST

          # Signed as entries are: at an open bench as they say.
          name = settings.accounts ? person.signature : word("name").to_s.strip[0, 80]
          settings.hub.join(hijack.call, job: job, name: name.empty? ? nil : name, session: signed_in_session)
          halt 200
        end
      end

      # What the line lasts for, where people sign in.
      module Helpers
        def signed_in_session
          return unless settings.accounts

          { account: person.id, key: env[UpperBranchServer::People::Accounts::SESSION], role: person.role }
        end
      end
    end
  end
end
