# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # The machine in hand: its family, what it has fitted, what is known of its past, how this shop works. Entered
      # again, it takes the place of the one before.
      class Machine < Entry
        PARTS = %i[family features context work schools lacks limits carburetors cylinders engine plan].freeze

        # Ids that were renamed since are read by their names of today; one that is gone is let pass only where the
        # machine of this job has lost it already.
        def admit(job)
          names = Names.new(job.catalogue)
          kept = surviving(job, names)
          build(job, kept && (names.lost - lost(job)).empty? ? kept : data)
          return unless job.machine && job.findings.any?

          if job.machine.family["id"] != kept["family"]
            refuse("family", "Findings are already recorded: strike them out before changing the family")
          end
          places_stay(job, build(job, kept))
        end

        def surviving(job, names)
          catalogue = job.catalogue
          family = names.one("families", data["family"])
          return names.gone("kind of machine", data["family"]) unless catalogue.family(family)

          data.merge("family" => family, **past(catalogue, names), **ways(catalogue, names))
        end

        def apply(job, data)
          job.machine = build(job, data)
          job.called = data["name"]
          job.card = data["card"]
        end

        private

        # A place that a finding names stays.
        def places_stay(job, machine)
          gone = job.findings.find do |finding|
            kind = finding.place && job.catalogue.check(finding.id).per
            kind && machine.places.find(kind, finding.place.id).nil?
          end
          return unless gone

          field = job.catalogue.check(gone.id).per == "cylinder" ? "cylinders" : "carburetors"
          refuse(field, "A finding names #{gone.place.name}: strike it out before there are fewer")
        end

        def lost(job)
          own = job.live.select { |entry| entry.kind == kind }.map(&:id)
          job.lost.select { |row| own.include?(row[:entry]) }.map { |row| row[:says] }
        end

        def past(catalogue, names)
          {
            "features" => names.keys("features", "feature", data["features"], catalogue.features.keys),
            "context" =>
              names.choices(%w[questions answers], ["question", "answer to"], data["context"], catalogue.questions),
            "work" => names.list("work", "kind of work", data["work"], catalogue.work.map { |row| row["id"] })
          }
        end

        def ways(catalogue, names)
          { "schools" => names.choices(%w[topics options], ["school", "school of"], data["schools"], catalogue.schools),
            "lacks" => names.list("tools", "tool", data["lacks"], catalogue.tools),
            "limits" => Limits.still(data["limits"], names) }
        end

        def build(job, data)
          Workshop::Machine.new(job.catalogue, **PARTS.to_h { |part| [part, data[part.to_s]] })
        end
      end
    end
  end
end
