# frozen_string_literal: true

module UpperBranchServer
  class Store
    # What leads have changed over the knowledge, and when and why: appended, never changed.
    #
    #   amendments.standing   # => [{"at" => "/checks/pump-shot/minutes", "value" => 6, ...}], each place's last word
    class Amendments
      HISTORY = 200
      LOCK = 8_420_002 # a number of our own among PostgreSQL's advisory locks

      def initialize(database)
        @database = database
      end

      # Number of the last change; 0 before the first.
      def version = @database[:amendments].max(:id) || 0

      # The last word on each place that has one of its own, in the order they were said; each with its "file", what the
      # files had there when it was said.
      def standing
        last = @database[:amendments].group(:at).select { max(:id) }
        rows = @database[:amendments].where(id: last).where(Sequel.lit("value IS NOT NULL AND value <> 'null'"))
        rows.order(:id).map { |row| plain(row) }
      end

      # The latest changes, the last first.
      def history
        @database[:amendments].order(Sequel.desc(:id)).limit(HISTORY).map { |row| plain(row) }
      end

      # Appends changes made against a version: [{at:, value:, was:, file:}]; a value nil gives the place back to the
      # files. Raises Problem 409 when somebody else was there first.
      def append(version, changes, reason:, by:, source:)
        @database.transaction do
          @database.get(Sequel.function(:pg_advisory_xact_lock, LOCK)) # one after the other
          raise stale unless self.version == version

          changes.each do |change|
            json = change.slice(:value, :was, :file).transform_values do |one|
              one.nil? ? nil : Sequel.pg_jsonb_wrap(one)
            end
            @database[:amendments].insert(at: change[:at], **json, reason: reason, by: by, source: source)
          end
          Live.tell(@database, knowledge: true)
        end
      end

      private

      def plain(row)
        values = row.slice(:value, :was, :file).transform_values { |one| JSON.parse(JSON.generate([one])).first }
        row.merge(values, created_at: row[:created_at].utc.iso8601(3)).transform_keys(&:to_s)
      end

      def stale
        Problem.new(409, "stale", "Somebody else has changed the knowledge",
                    "Look at what was changed, then decide about yours.")
      end
    end
  end
end
