# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # The shop tried to make a complaint happen again, by one of the ways of the catalogue.
      class Recreate < Entry
        # "Hot soak: the hesitation could not be shown"
        def self.words(catalogue, symptom, way, word)
          name = catalogue.ways.find { |row| row["id"] == way }&.fetch("name") || way
          "#{name}: #{catalogue.symptom(symptom)&.name || symptom} - #{word == 'shown' ? 'shown' : 'not shown'}"
        end

        def admit(job)
          open_job(job)
          unless job.symptom(data["symptom"]) == "present"
            refuse("symptom", "Only what was complained of can be made to happen again")
          end
          ids = job.catalogue.ways.map { |row| row["id"] }
          refuse("way", "A way is one of: #{ids.join(', ')}") unless ids.include?(data["way"])
          refuse("shown", "Say whether it could be shown") unless [true, false].include?(data["shown"])
          possible(job, job.catalogue.ways.find { |row| row["id"] == data["way"] })
        end

        def surviving(job, names)
          symptom = names.one("symptoms", data["symptom"])
          return names.gone("symptom", data["symptom"]) unless job.machine && job.catalogue.symptom(symptom)
          return names.gone("way", data["way"]) unless job.catalogue.ways.any? { |row| row["id"] == data["way"] }

          data.merge("symptom" => symptom)
        end

        def apply(job, data)
          way = job.catalogue.ways.find { |row| row["id"] == data["way"] }
          job.minutes += data["minutes"] || way["minutes"]
          run(job, way)
          job.findings << Finding.new(entry: id, kind: :recreated, id: data["symptom"], way: data["way"],
                                      words: [data["shown"] ? "shown" : "not-shown"], round: job.round)
        end

        def says(job)
          symptom = Names.new(job.catalogue).one("symptoms", data["symptom"])
          Recreate.words(job.catalogue, symptom, data["way"], data["shown"] ? "shown" : "not-shown")
        end

        private

        def possible(job, way)
          gate = with_owner?(way) || job.record? ? nil : Workshop::Gates.new(job).before(["R"])
          refuse("way", gate["says"]) if gate
          return unless way["engine"] == "cold" && job.state.engine != "cold"

          refuse("way", "The engine has run: put the job aside, and set it to cold before this is tried")
        end

        def with_owner?(way) = way["aside"] == "owner"

        # Trying it runs the engine.
        def run(job, way)
          return if with_owner?(way)

          to = Workshop::BenchState.new(engine: "warm")
          job.move(to, Workshop::Transitions.for(job.machine.family, job.catalogue).minutes(job.state, to))
          job.has_run = true
        end
      end
    end
  end
end
