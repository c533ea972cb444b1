# frozen_string_literal: true

require "digest"
require "securerandom"

module UpperBranchServer
  module Routes
    # Practice on the simulated engine: chosen, worked on the same screens as any job, and gone through when it is over.
    # What is hidden never leaves the server before that.
    module Practice
      SEEDS = 1 << 30
      DAY = 86_400
      GIVEN_UP = "The practice is over."
      UNREADABLE = "It does not run by itself for this, so there is nothing to read. Pass it over."

      def self.registered(app)
        app.get("/api/v1/practice") { answer(practice_of(learner(word("by")))) }
        app.post("/api/v1/practice") { begin_practice(body_as("NewPractice")) }
        set(app)
        at_work(app)
        app.helpers Helpers, Hidden
      end

      # What the lead sets.
      def self.set(app)
        app.post "/api/v1/practice/exercises" do
          data = body_as("NewExercise")
          lay_out(data)
          answer(practice_of(learner(data["by"])))
        end
        app.delete "/api/v1/practice/exercises/:id" do
          settings.store.practices.take_back(job_id)
          answer(practice_of(learner(word("by"))))
        end
      end

      # At the simulated machine.
      def self.at_work(app)
        app.get("/api/v1/jobs/:id/practice") { answer(gone_through(settings.store.practices.find(job_id))) }
        app.before("/api/v1/jobs/:id/practice/*") { own_practice }
        app.post("/api/v1/jobs/:id/practice/look") { answer(look(body_as("PracticeLook")["check"])) }
        app.post("/api/v1/jobs/:id/practice/ask") { answer(ask(body_as("PracticeQuestion"))) }
        app.post("/api/v1/jobs/:id/practice/engine") { answer(reckoned { run_engine(body_as("PracticeEngine")) }) }
        app.post("/api/v1/jobs/:id/practice/end") { answer(gone_through(end_practice)) }
      end

      # What the routes share.
      module Helpers
        # Under whose name it is practised: who has signed in, or as is said at an open bench.
        def learner(said)
          return Store::Practices::Learner.new(name: said.to_s.strip[0, 80]) unless settings.accounts

          Store::Practices::Learner.new(account: person.id, name: person.signature)
        end

        # Answered and ended by who practises, or by the lead. Raises Problem 404, 403.
        def own_practice
          kept = settings.store.practices.find(job_id)
          return kept if !settings.accounts || person.lead? || kept.account == person.id

          raise forbidden("This is #{kept.learner}'s practice: begin one of your own.")
        end

        def practice_of(learner)
          kept = settings.store.practices.of(learner)
          { levels: settings.store.catalogue.book.practice.levels.map { |row| row.slice("id", "name", "says") },
            open: kept.reject(&:ended).map { |one| named(one) }, done: kept.select(&:ended).map { |one| ended(one) },
            set: settings.store.practices.set(learner, everybody: person.lead?),
            record: UpperBranch::Views::Practice.record(settings.store.catalogue, results(kept), today: today) }
        end

        def begin_practice(data)
          learner = learner(data["by"])
          unless settings.store.practices.begun?(data["id"], learner)
            make_practice(data, learner)
            status 201
          end
          answer(job: data["id"])
        end

        def lay_out(data)
          seed = SecureRandom.random_number(SEEDS)
          reckoned { exercise(data["family"], data["level"], seed).complaint }
          settings.store.practices.put(family: data["family"], level: data["level"], seed: seed,
                                       note: data["note"].to_s.strip, by: learner(data["by"]).name)
        end

        private

        # A job and what is hidden in it, or neither.
        def make_practice(data, learner)
          exercise = reckoned { laid_before(data, learner) }
          title = "Practice: #{settings.store.catalogue.family(exercise.family)['name']}"
          stored = settings.store.database.transaction(auto_savepoint: true) do
            settings.store.jobs.create(data["id"], title, told(exercise, data["by"])).first.tap do |job|
              settings.store.practices.begin(job.id, learner, exercise, set: data["set"])
            end
          end
          settings.store.traces.of(stored)
        end

        def named(one) = { job: one.job, title: one.title, level: one.exercise["level"], begun: one.begun.utc.iso8601 }

        def ended(one)
          named(one).merge(one.debrief.slice("found", "minutes").transform_keys(&:to_sym),
                           planned: one.debrief["planned"]["minutes"], ended: one.ended.utc.iso8601)
        end

        def results(kept)
          kept.select(&:ended).reverse.map do |one|
            { "circuits" => one.debrief["circuits"], "day" => one.ended.to_i / DAY }
          end
        end

        def today = Time.now.to_i / DAY

        def laid_before(data, learner)
          if data["set"]
            row = settings.store.practices.exercise(data["set"])
            return exercise(row[:family], row[:level], row[:seed])
          end
          focus = data["weakest"] ? weakest(learner) : nil
          exercise(data["family"], data["level"], SecureRandom.random_number(SEEDS), focus)
        end

        def weakest(learner)
          kept = settings.store.practices.of(learner)
          UpperBranch::Views::Practice.focus(settings.store.catalogue, results(kept), today: today)
        end

        def exercise(family, level, seed, focus = nil)
          UpperBranch::Practice::Exercise.draw(settings.store.catalogue, family: family, level: level, seed: seed,
                                                                         focus: focus)
        end

        # The machine, and what its owner says.
        def told(exercise, by)
          said = exercise.complaint.map { |id| ["symptom", { "symptom" => id, "seen" => "present" }] }
          rows = [["machine", { "family" => exercise.family }], *said]
          signed("entries" => rows.map do |kind, data|
            { "id" => SecureRandom.uuid, "kind" => kind, "data" => data, "by" => by }.compact
          end)["entries"]
        end
      end

      # What is asked of the hidden machine.
      module Hidden
        def gone_through(kept)
          { learner: kept.learner, level: kept.exercise["level"], ended: kept.ended&.utc&.iso8601,
            debrief: kept.debrief }
        end

        def look(id)
          check = patient.machine.check(id) or
            raise Problem.invalid("check", "This machine has no check called #{id.inspect}")
          raise Problem.new(409, "unreadable", "Nothing to read", UNREADABLE) if patient.unreadable?(check)

          { outcomes: patient.answer(check), reading: patient.reading(check), engine: patient.by_engine?(check) }
        end

        # Whether a complaint shows now; under a condition; made to happen again in a way.
        def ask(data)
          symptom = patient.machine.symptom(data["symptom"]) or
            raise Problem.invalid("symptom", "This machine has no complaint called #{data['symptom'].inspect}")
          return { answer: patient.under(symptom, data["condition"]) } if data["condition"]
          return { answer: patient.recreated?(symptom, way(data["way"])) ? "yes" : "no" } if data["way"]

          { answer: patient.seen?(symptom) ? "yes" : "no" }
        end

        # The engine under somebody's hands for a moment; how it is left is kept.
        def run_engine(data)
          turned(data["done"])
          kept = settings.store.practices.find(job_id)
          live = UpperBranch::Practice::LiveEngine.new(settings.store.catalogue, kept.exercise["family"],
                                                       patient.faults, state: kept.engine)
          live.warm if data["warm"]
          live.stand(data["stand"]) if data["stand"]
          samples = live.run(data["seconds"], data["done"])
          settings.store.practices.leave_engine(job_id, live.state)
          { samples: samples }
        end

        # The truth, once and for all.
        def end_practice
          kept = settings.store.practices.find(job_id)
          return kept if kept.ended

          stored = settings.store.jobs.find(job_id)
          job = settings.store.jobs.replay(stored.entries)
          debrief = UpperBranch::Practice::Debrief.new(settings.store.catalogue, hidden(kept), job).to_h
          give_up(stored) unless job.closed?
          settings.store.practices.end(job_id, debrief)
        end

        private

        # An engine is turned where the gates let it be, as any check that turns it; one that stands may be looked at.
        def turned(done)
          return if done["key"] == false && !done["starter"]

          says = UpperBranch::Workshop::Gates.new(worked).turning or return
          raise Problem.new(409, "unsafe", "Not to be turned now", says)
        end

        def worked = @worked ||= settings.store.jobs.replay(settings.store.jobs.find(job_id).entries)

        def hidden(kept) = UpperBranch::Practice::Exercise.from(settings.store.catalogue, kept.exercise)

        def patient
          @patient ||= begin
            kept = settings.store.practices.find(job_id)
            raise Problem.new(409, "over", "This practice is over", "Its truth has been told.") if kept.ended

            hidden(kept).patient(mended: worked.mended.flat_map(&:faults), tries: worked.entries.size)
          end
        end

        def way(id)
          settings.store.catalogue.book.symptoms.ways.find { |row| row["id"] == id } or
            raise Problem.invalid("way", "No way is called #{id.inspect}")
        end

        # Under one id, so that two who end it at once write it once.
        def give_up(stored)
          data = { "as" => "unproven", "reason" => GIVEN_UP }
          id = Digest::SHA256.hexdigest("#{stored.id}/given-up").unpack("a8a4a4a4a12").join("-")
          settings.store.add(stored.id, stored.version, [{ "id" => id, "kind" => "close", "data" => data }])
        end
      end
    end
  end
end
