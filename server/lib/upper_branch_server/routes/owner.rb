# frozen_string_literal: true

module UpperBranchServer
  module Routes
    # The sheet for an owner: printed by the shop, or opened by a code that opens nothing else. What comes back stands
    # in the job as told, with who told it.
    module Owner
      TRIES = 5 # when the shop writes to the job at the same moment

      def self.registered(app)
        app.get("/api/v1/jobs/:id/owner-sheet") { answer(owner_sheet(job_id)) }

        app.post("/api/v1/jobs/:id/owner-links") do
          status 201
          answer(settings.store.owner_links.make(job_id))
        end

        app.get("/api/v1/owner/:code") { answer(owner_sheet(job_of_code)) }
        app.post("/api/v1/owner/:code") { answer(taken: taken_from_owner(job_of_code, body_as("OwnerAnswers"))) }

        app.helpers Helpers
      end

      # What the routes share.
      module Helpers
        def job_of_code = settings.store.owner_links.job_of(word("code").to_s)

        # How many entries came of it.
        def taken_from_owner(job, data)
          on_the_sheet(owner_sheet(job), data["answers"])
          told = told_by_owner(data)
          write(job, told)
          told.size
        end

        def owner_sheet(id)
          job = settings.store.jobs.replay(settings.store.jobs.find(id).entries)
          raise Problem.not_found unless job.machine

          { **UpperBranch::Views::OwnerSheet.of(job), closed: job.closed? }
        end

        # A code is no door to the rest of the job.
        def on_the_sheet(sheet, answers)
          answers.each_with_index do |row, i|
            look = sheet[:rows].find { |one| one[:check] == row["check"] }
            raise Problem.invalid("answers/#{i}/check", "This is not on the sheet") unless look
            next if look[:answers].any? { |one| one[:outcome] == row["outcome"] }

            raise Problem.invalid("answers/#{i}/outcome", "This is none of its answers")
          end
        end

        # Entries: each look as reported, and what else was said as a note.
        def told_by_owner(data)
          who = data["who"].strip
          looks = data["answers"].map do |row|
            { "id" => row["id"], "kind" => "check", "by" => "#{who[0, 60]}, the owner",
              "data" => { "check" => row["check"], "outcomes" => [row["outcome"]], "reported" => who } }
          end
          said = data["words"].to_s.strip
          note = { "id" => data["id"], "kind" => "note", "data" => { "text" => "#{who}: #{said}" } }
          said.empty? ? looks : [*looks, note]
        end

        # After whatever the shop wrote meanwhile: what an owner saw collides with nothing.
        def write(job, entries)
          tries = 0
          begin
            settings.store.add(job, settings.store.jobs.find(job).version, entries)
          rescue Problem => e
            raise unless e.body[:type] == "/problems/stale" && (tries += 1) < TRIES

            retry
          end
        end
      end
    end
  end
end
