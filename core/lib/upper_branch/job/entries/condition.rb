# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # Whether a symptom shows under a condition: asked, and answered yes, no, or nobody knows.
      class Condition < Entry
        ANSWERS = %w[yes no unknown].freeze

        # "Hesitation, stone cold: yes"
        def self.words(catalogue, symptom, condition, answer)
          name = catalogue.conditions.find { |row| row["id"] == condition }&.fetch("name") || condition
          said = answer == "unknown" ? "nobody knows" : answer
          "#{catalogue.symptom(symptom)&.name || symptom}, #{name}: #{said}"
        end

        def admit(job)
          open_job(job)
          refuse("symptom", "Ask this of a symptom that was told") unless job.symptom(data["symptom"]) == "present"
          ids = job.catalogue.conditions.map { |row| row["id"] }
          unless ids.include?(data["condition"])
            refuse("condition", "No condition is called #{data['condition'].inspect}; use one of: #{ids.join(', ')}")
          end
          refuse("answer", "The answer is yes, no or unknown") unless ANSWERS.include?(data["answer"])
        end

        def surviving(job, names)
          symptom = names.one("symptoms", data["symptom"])
          return names.gone("symptom", data["symptom"]) unless job.machine && job.catalogue.symptom(symptom)

          known = job.catalogue.conditions.map { |row| row["id"] }
          kept = names.list("conditions", "condition", [data["condition"]], known)
          kept.empty? ? nil : data.merge("symptom" => symptom, "condition" => kept.first)
        end

        def apply(job, data)
          job.findings << Finding.new(entry: id, kind: :condition, id: data["symptom"], words: [data["answer"]],
                                      conditions: [data["condition"]], round: job.round)
        end

        def says(job)
          names = Names.new(job.catalogue)
          Condition.words(job.catalogue, names.one("symptoms", data["symptom"]),
                          names.one("conditions", data["condition"]), data["answer"])
        end
      end
    end
  end
end
