# frozen_string_literal: true

module UpperBranchServer
  class Store
    # The machines a shop has had, by what it calls them and their family. A record comes to be with the first job; what
    # the shop adds (its serial, the owner, a note) is kept beside it, the rest is told by the jobs.
    #
    #   store.machines.id_of(called: "Cider press", family: "car-one")   # => uuid, the same however it is written
    class Machines
      PAGE = 40
      VISITS = 20 # that a record is told from
      OWN = %i[serial owner note].freeze

      # visits: Visits
      def initialize(database, visits)
        @database = database
        @visits = visits
      end

      # The id of the record, made where there is none; nil for a machine without a name.
      def id_of(called:, family:)
        name = called.to_s.strip
        return if name.empty?

        find_by_name(name, family) || made(name, family)
      end

      # A page: {machines: [rows], next: nil or where it goes on}. text: words that all stand in name, serial, owner or
      # note
      def page(text: "", family: nil, from: 0)
        found = searched(text)
        found = found.where(family: family) if family
        rows = found.order(Sequel.function(:lower, :called), :id).offset(from).limit(PAGE + 1).all
        { machines: with_jobs(rows.first(PAGE)), next: rows.size > PAGE ? from + PAGE : nil }
      end

      # The record with its visits. The block: the card of a job. Raises Problem 404.
      def find(id, &)
        row = @database[:machines].where(id: id).first or raise Problem.not_found
        visits = @visits.on(id, most: VISITS, &)
        { **with_jobs([row]).first, **UpperBranch::Views::MachineRecord.of(visits) }
      end

      # own: {serial:, owner:, note:}, blank ones are taken away. Raises Problem 404.
      def keep(id, own)
        own = OWN.to_h { |field| [field, own[field.to_s].to_s.strip.then { |text| text unless text.empty? }] }
        kept = @database[:machines].where(id: id).update(**own, updated_at: Sequel.function(:now))
        raise Problem.not_found if kept.zero?
      end

      private

      def find_by_name(name, family)
        @database[:machines].where(Sequel.function(:lower, :called) => name.downcase, family: family).get(:id)
      end

      # Two processes may meet it at once: then the other one's is it.
      def made(name, family)
        @database[:machines].insert_conflict.returning(:id).insert(called: name, family: family).first&.fetch(:id) ||
          find_by_name(name, family)
      end

      def searched(text)
        words = Sequel.join(%i[called serial owner note].map { |field| Sequel.function(:coalesce, field, "") }, " ")
        text.split.first(8).reduce(@database[:machines]) do |left, word|
          left.where(Sequel.ilike(words, "%#{left.escape_like(word)}%"))
        end
      end

      # How many jobs, how many of them open, and the latest.
      def with_jobs(rows)
        counts = @database[:jobs].where(machine_id: rows.map { |row| row[:id] }).group(:machine_id)
                                 .select(:machine_id, Sequel.function(:count).*.as(:jobs),
                                         Sequel.function(:max, :created_at).as(:last))
                                 .select_append(Sequel.lit("count(*) FILTER (WHERE closed_as IS NULL)").as(:open))
                                 .as_hash(:machine_id)
        rows.map { |row| view(row, counts[row[:id]] || {}) }
      end

      def view(row, counts)
        { **row.slice(:id, :called, :family, *OWN), jobs: counts[:jobs] || 0, open: counts[:open] || 0,
                                                    last: counts[:last]&.utc&.iso8601(3) }
      end
    end
  end
end
