# frozen_string_literal: true

module UpperBranch
  module Views
    # A check that could be done now, as plain data: its minutes, its outcomes with their chances, the places it can be
    # done at, and what to know about this machine when doing it.
    module CheckOption
      module_function

      # row: Planning::Ranking's option
      def of(job, row)
        told = { outcomes: outcomes(row), gain: row.gain.round(4), expected: row.minutes&.round(1) }
        { **check(row.check), **way(row), **here(job, row.check), **told, waits: row.waits&.says }
      end

      def check(check) = { id: check.id, name: check.name, minutes: check.minutes }

      def way(row)
        code = row.candidate.code
        { travel: row.candidate.travel.round, state: code, group: Workshop::BenchState.group(code) }
      end

      # notes: sentences; places: [{id:, name:, done:}]; asks_engine: whether it cannot be judged until somebody says
      # what the engine is known by
      def here(job, check)
        { notes: Workshop::Notes.of(job, check), places: places(job, check),
          asks_engine: check.reading&.dig("asks") == "demand" && job.machine.engine.demand.nil? }
      end

      def places(job, check)
        job.machine.places.of(check.per).map do |place|
          { id: place.id, name: place.name, done: !job.result(check.id, job.round, place: place).nil? }
        end
      end

      def outcomes(row)
        named = row.chances.map do |word, chance|
          { id: word, name: row.check.outcomes[word], chance: chance.round(4) }
        end
        named.sort_by { |outcome| -outcome[:chance] }
      end
      private_class_method :check, :way, :here, :places, :outcomes
    end
  end
end
