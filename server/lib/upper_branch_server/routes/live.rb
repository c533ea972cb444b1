# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # One stream of events for each page: that a job has gone on, and who else looks at it.
    module Live
      BUSY = Problem.new(503, "busy", "Too many pages listen", "It is asked for again by itself.", wait: 20)

      def self.registered(app)
        app.get "/api/v1/live" do
          job = word("job")&.downcase
          raise Problem.invalid("job", "job: the id of a job") unless job.nil? || job.match?(Asked::UUID)

          hijack = env["rack.hijack"] or raise BUSY
          raise BUSY if settings.hub.size >= UpperBranchServer::Live::Hub::MOST

          # Signed as entries are: at an open bench as they say.
          name = settings.accounts ? person.signature : word("name").to_s.strip[0, 80]
          key = env[UpperBranchServer::People::Accounts::SESSION]
          session = settings.accounts ? { account: person.id, key: key, role: person.role } : nil
          settings.hub.join(hijack.call, job: job, name: name.empty? ? nil : name, session: session)
          halt 200
        end
      end
    end
  end
end
