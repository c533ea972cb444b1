# frozen_string_literal: true

module UpperBranchServer
  class Store
    # A transaction whose outcome is known as far as it can be: an error raised inside it is marked, because PostgreSQL
    # rolls all of it back. One raised by the COMMIT itself is not marked: nobody knows then whether it was stored.
    #
    #   Whole.transaction(database) { ... }
    #   error.is_a?(Whole::NothingStored)   # => true where it is known that nothing of it was stored
    module Whole
      # On errors.
      module NothingStored
      end

      def self.transaction(database)
        database.transaction do
          yield
        rescue StandardError => e
          e.extend(NothingStored) unless e.frozen?
          raise
        end
      end
    end
  end
end
