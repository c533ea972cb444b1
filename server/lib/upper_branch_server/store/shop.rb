# frozen_string_literal: true

module UpperBranchServer
  class Store
    # What the shop has chosen: its schools, the tools it lacks, the order of its board. One row a setting.
    class Shop
      def initialize(database, catalogue)
        @database = database
        @catalogue = catalogue
      end

      # Writes one row, since a database that only answers is of no use. Raises Sequel::DatabaseError when it cannot.
      def writable
        keep("health", {})
      end

      # When the last backup was taken: {"at", "file", "bytes", "jobs"}, or nil.
      def backup = setting("backup")&.to_h

      # How this shop works: {chosen: {topic => option}, lacks: [tool]}
      def ways
        { chosen: setting("schools").to_h, lacks: setting("lacks").to_a }
      end

      # Keeps the shop's schools, and the tools it lacks unless nil; raises Problem 422 for a word that is none.
      def choose(chosen, lacks)
        family = @catalogue.families.first["id"]
        UpperBranch::Workshop::Machine.new(@catalogue, family: family, schools: chosen, lacks: lacks || [])
        keep("schools", chosen)
        keep("lacks", lacks) if lacks
        ways
      rescue UpperBranch::Invalid => e
        raise Problem.invalid(e.field, e.message)
      end

      # Ids of jobs as the shop has laid them on the board, the first first.
      def board_order
        setting("board").to_a
      end

      # Keeps the order of the board.
      def arrange(ids)
        keep("board", ids)
        board_order
      end

      private

      def setting(name)
        @database[:settings].where(name: name).get(:value)
      end

      def keep(name, value)
        update = { value: Sequel[:excluded][:value], updated_at: Sequel.function(:now) }
        @database[:settings].insert_conflict(target: :name, update: update).insert(
          name: name,
          value: Sequel.pg_jsonb(value)
        )
      end
    end
  end
end
