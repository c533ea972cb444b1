# frozen_string_literal: true

require "date"

module UpperBranchServer
  module Routes
    # Every job searched, and the machines the shop has had.
    module Records
      def self.registered(app)
        app.get("/api/v1/records") { answer(settings.store.records.page(**record_question)) }
        app.get("/api/v1/machines") do
          answer(settings.store.machines.page(text: searched, family: family_asked, from: page_from))
        end
        app.get("/api/v1/machines/:id") { answer(machine_record) }
        app.put("/api/v1/machines/:id") do
          settings.store.machines.keep(job_id, body_as("MachineOwn"))
          answer(machine_record)
        end
        app.helpers Helpers
      end

      # What the routes share.
      module Helpers
        def machine_record = settings.store.machines.find(job_id) { |job| card_of(job) }

        def record_question
          { text: searched, from: page_from, family: family_asked, ended: ended_asked, machine: machine_asked,
            after: day("after"), before: day("before") }.compact
        end

        def searched = (word("q") || "")[0, 200]

        def page_from
          from = word("from") || "0"
          from.match?(/\A\d{1,9}\z/) ? from.to_i : raise(Problem.invalid("from", "from: a whole number from 0"))
        end

        def family_asked
          family = word("family") or return
          known = settings.store.catalogue.families.map { |row| row["id"] }
          known.include?(family) ? family : raise(Problem.invalid("family", "family: one of #{known.join(', ')}"))
        end

        def ended_asked
          ended = word("ended") or return
          known = Store::Records::ENDED
          known.include?(ended) ? ended : raise(Problem.invalid("ended", "ended: one of #{known.join(', ')}"))
        end

        def machine_asked
          id = word("machine") or return
          id.match?(Asked::UUID) ? id.downcase : raise(Problem.invalid("machine", "machine: the id of a machine"))
        end

        def day(name)
          given = word(name) or return
          Date.iso8601(given)
        rescue Date::Error
          raise Problem.invalid(name, "#{name}: a day as 2026-11-27")
        end
      end
    end
  end
end
