# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # What closed jobs come to, and what they would have the numbers be: proposed, and taken or not by the lead.
    module Learning
      REPLAYED = 40 # past jobs looked at for one proposal

      def self.registered(app)
        app.get("/api/v1/learning") { answer(learning) }
        app.post("/api/v1/learning/effect") do
          answer(past_jobs(proposed(body_as("ProposalNamed")["at"])))
        end
        app.post("/api/v1/learning/verdicts") do
          verdict(body_as("ProposalVerdict"))
          answer(learning)
        end
        app.helpers Helpers
      end

      # What the routes share.
      module Helpers
        def learning
          closed = closed_jobs.of_all
          said = settings.store.verdicts.standing
          { left: closed[:left], record: UpperBranch::Views::Learned.record(settings.store.catalogue, closed[:jobs]),
            strength: settings.knowledge.plain.scale["learning"]["strength"],
            proposals: proposals(closed[:jobs]).map { |one| proposal(one, said[one.at]) } }
        end

        # Takes a proposal, or says why not.
        def verdict(data)
          one = proposed(data["at"])
          if data["verdict"] == "taken"
            change = { "at" => one.at, "value" => one.becomes }
            settings.knowledge.change(data["version"], [change], reason: shown(one)[:says], by: by(data),
                                                                 source: "learned")
          else
            settings.store.verdicts.say(one.at, data["verdict"], of: one.of, by: by(data))
          end
        end

        private

        def closed_jobs = Projections::ClosedJobs.new(settings.store, settings.knowledge.plain)

        def proposals(jobs)
          counts = UpperBranch::Learning::Counts.new(jobs)
          UpperBranch::Learning::Proposals.new(counts, settings.knowledge.plain).list
        end

        # Raises Problem 404 for one that is not proposed (any more).
        def proposed(at) = proposals(closed_jobs.of_all[:jobs]).find { |one| one.at == at } || raise(Problem.not_found)

        def shown(one) = UpperBranch::Views::Learned.proposal(settings.store.catalogue, one)

        # With how it stands: taken, declined, frozen or open, and what stands in the tables now.
        def proposal(one, said)
          keys = UpperBranch::Catalogue::Place.keys(one.at)
          now = UpperBranch::Catalogue::Place.read(settings.knowledge.tables, keys)
          now = 1.0 if now.nil? && one.kind == "rate"
          shown(one).merge(at: one.at, kind: one.kind, was: one.was, becomes: one.becomes, seen: one.seen, of: one.of,
                           expected: one.expected, interval: one.interval, now: now,
                           standing: standing(one, now, said))
        end

        def standing(one, now, said)
          return "taken" if now && (now - one.becomes).abs < 1e-9
          return "frozen" if said && said[:verdict] == "frozen"

          said && one.of < said[:of] * Store::Verdicts::MORE ? "declined" : "open"
        end

        def past_jobs(one)
          plain = settings.store.catalogue
          tables, = settings.knowledge.with([{ "at" => one.at, "value" => one.becomes }])
          jobs = closed_jobs.for_replay(one.about[:family], REPLAYED)
          UpperBranch::Learning::PastJobs.between(jobs, plain, UpperBranch::Catalogue.new(tables))
        end
      end
    end
  end
end
