# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # What was observed without a check: there, or looked for and not there.
      class Symptom < Entry
        SEEN = %w[present absent unknown].freeze

        # "Hesitation", "Not seen: Hesitation"
        def self.words(catalogue, id, seen)
          name = catalogue.symptom(id)&.name || id
          { "absent" => "Not seen: #{name}", "unknown" => "Nobody knows: #{name}" }.fetch(seen, name)
        end

        def admit(job)
          open_job(job)
          refuse("symptom", nowhere(job)) unless job.machine.symptom(data["symptom"])
          unless SEEN.include?(data["seen"])
            refuse("seen",
                   "#{data['symptom']} is present, absent, or nobody knows (unknown)")
          end
          conditions(job)
        end

        def surviving(job, names)
          id = names.one("symptoms", data["symptom"])
          return names.gone("symptom", data["symptom"]) unless job.machine && job.catalogue.symptom(id)

          known = job.catalogue.conditions.map { |row| row["id"] }
          data.merge("symptom" => id, "when" => names.list("conditions", "condition", data["when"], known))
        end

        def apply(job, data)
          assembled(job, data)
          job.findings << Finding.new(entry: id, kind: :symptom, id: data["symptom"], words: [data["seen"]],
                                      conditions: data["when"] || [], round: job.round, asked: data["asked"] == true,
                                      logged: data.key?("logged"))
        end

        def says(job)
          Symptom.words(job.catalogue, Names.new(job.catalogue).one("symptoms", data["symptom"]), data["seen"])
        end

        private

        # The complaint is looked for again on the whole machine: after a repair it has been put together for that.
        def assembled(job, data)
          return if job.round.zero? || data["asked"] || !job.complained?(data["symptom"])

          cost, state = Workshop::Transitions.for(job.machine.family, job.catalogue).nearest(job.state, ["any"])
          job.move(state, cost) if state && cost.finite?
        end

        def nowhere(job)
          id = data["symptom"]
          unknown("symptom", id, job.catalogue.symptom(id), job.machine.symptoms.map(&:id))
        end

        def conditions(job)
          ids = job.catalogue.conditions.map { |row| row["id"] }
          strange = (data["when"] || []).find { |id| !ids.include?(id) }
          refuse("when", "No condition is called #{strange.inspect}; use one of: #{ids.join(', ')}") if strange
        end
      end
    end
  end
end
