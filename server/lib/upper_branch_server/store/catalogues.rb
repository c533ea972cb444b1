# frozen_string_literal: true

require "json"

module UpperBranchServer
  class Store
    # The catalogues that jobs were written against, by the sums of their records, to say what has changed since.
    class Catalogues
      def initialize(database, catalogue)
        @database = database
        @catalogue = catalogue
      end

      # Remembers the catalogue now in use.
      def remember
        @database[:catalogues].insert_conflict.insert(
          stamp: @catalogue.stamp,
          digests: Sequel.pg_jsonb(@catalogue.digests)
        )
      end

      # What is different since a job was last written to: {section => [ids]}, nil when nobody remembers that catalogue.
      def changes_since(stamp)
        return {} if stamp == @catalogue.stamp

        old = @database[:catalogues].where(stamp: stamp).get(:digests) or return nil
        UpperBranch::Catalogue::Changes.between(JSON.parse(JSON.generate(old)), @catalogue.digests)
      end
    end
  end
end
