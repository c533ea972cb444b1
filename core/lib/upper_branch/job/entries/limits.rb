# frozen_string_literal: true

module UpperBranch
  class Job
    module Entries
      # Other limits for the readings of this job: those of a spec card, or the job's own. A card takes the place of the
      # card before and leaves the job's own limits standing; the job's own take the place of what they name.
      class Limits < Entry
        # The rows that the catalogue still takes, by the checks' names of today. rows: {check id => row}
        def self.still(rows, names)
          (rows || {}).each_with_object({}) do |(id, row), kept|
            now = names.one("checks", id)
            Workshop::Limits.check_row(names.catalogue, now, row)
            kept[now] = row
          rescue Invalid
            names.gone("limit of", id)
          end
        end

        def admit(job)
          open_job(job)
          rows = data["limits"] || {}
          refuse("limits", "Give a limit, or choose a spec card") if rows.empty? && data["card"].nil?
          foreign = rows.find { |_, row| row["from"] == "card" && data["card"].nil? }
          refuse("limits/#{foreign.first}/from", "Say which spec card this limit comes from") if foreign
          rows.each { |id, row| Workshop::Limits.check_row(job.catalogue, id, row) }
        end

        def surviving(job, names)
          job.machine && data.merge("limits" => Limits.still(data["limits"], names))
        end

        def apply(job, data)
          standing = job.machine.limits.given_rows
          standing = standing.select { |_, row| row["from"] == "job" } if data["card"]
          own, card = data["limits"].partition { |_, row| row["from"] == "job" }.map(&:to_h)
          job.machine = job.machine.with_limits(card.merge(standing).merge(own))
          job.card = data["card"] || job.card
        end

        def says(_job)
          data["card"] ? "Limits by the spec card #{data['card']['name']}" : "Limits of this job entered"
        end
      end
    end
  end
end
