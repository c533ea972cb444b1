# frozen_string_literal: true

module UpperBranchServer
  module Keeping
    # What a database holds, so that a copy can be compared with it: rows of every table that is kept, the last
    # migration, and the head of every job's chain.
    #
    #   Manifest.of(database)   # => {"tables" => {"jobs" => 12, ...}, "migration" => 17, "heads" => "SHA-256"}
    module Manifest
      def self.of(database)
        tables = kept(database).to_h { |table| [table, database[table.to_sym].count] }
        heads = database[:entries].distinct(:job_id).order(:job_id, Sequel.desc(:sequence)).select_map(%i[job_id sum])
        { "tables" => tables, "migration" => database[:schema_info].get(:version),
          "heads" => Digest::SHA256.hexdigest(heads.flatten.join("\n")) }
      end

      # Tables that are worth keeping: unlogged ones are not.
      def self.kept(database)
        database[:pg_class].where(relkind: "r", relpersistence: "p")
                           .where(relnamespace: Sequel.lit("'public'::regnamespace")).order(:relname)
                           .select_map(Sequel.cast(:relname, String).as(:name))
      end
      private_class_method :kept
    end
  end
end
