# frozen_string_literal: true

module UpperBranchServer
  class Store
    # The bench board as pages: open jobs as the shop has laid them, the others after them, the latest first; closed
    # ones by themselves.
    #
    #   board.page(state: "open", waits: %w[cold describe], text: "press", from: 0)
    #   # => {jobs: [rows], next: 60 or nil, counts: {"cold" => 2, "aside" => 1, ...}}
    #
    # waits: what a job waits for (Views::BoardRow), or "aside" for those put aside whose time is not up.
    class Board
      PAGE = 60
      STATES = %w[open closed waiting].freeze
      ASIDE = Sequel.lit("(closed_as IS NULL AND jsonb_typeof(summary -> 'waiting') = 'object' AND " \
                         "coalesce((summary #>> '{waiting,until}')::timestamptz > now(), true))").freeze

      LANE = Sequel.lit("CASE WHEN closed_as IS NOT NULL THEN 'closed' WHEN ? THEN 'aside' " \
                        "ELSE coalesce(summary ->> 'waits_for', 'describe') END", ASIDE).freeze

      # shop: Shop, which keeps the order
      def initialize(database, shop)
        @database = database
        @shop = shop
      end

      # state: "open", "closed", or "waiting" (open, with a time it waits until, past or to come)
      def page(state: "open", waits: [], text: "", from: 0)
        found = searched(in_state(state), text)
        rows = in_order(waiting_for(found, waits), state).offset(from).limit(PAGE + 1).all
        {
          jobs: rows.first(PAGE).map { |row| view(row) },
          next: rows.size > PAGE ? from + PAGE : nil,
          counts: counts(state, text)
        }
      end

      # Ids of open jobs as the shop has laid them, the first first.
      def order
        @shop.board_order
      end

      private

      def in_state(state)
        jobs = @database[:jobs].where(practice: false) # those stand on the practice page
        case state
        when "closed" then jobs.exclude(closed_as: nil)
        when "waiting" then jobs.where(closed_as: nil).where(Sequel.lit("summary #>> '{waiting,until}' IS NOT NULL"))
        else jobs.where(closed_as: nil)
        end
      end

      # Every word typed stands somewhere on the card, which is kept in small letters: comparing letters large and small
      # takes five times as long.
      def searched(jobs, text)
        text.split.first(8).reduce(jobs) do |left, word|
          left.where(Sequel.lit("card LIKE lower(?)", "%#{left.escape_like(word)}%"))
        end
      end

      def waiting_for(jobs, waits)
        return jobs if waits.empty?

        by_words = Sequel.&(Sequel.lit("summary ->> 'waits_for' IN ?", waits), Sequel.lit("NOT ?", ASIDE))
        jobs.where(waits.include?("aside") ? Sequel.|(ASIDE, by_words) : by_words)
      end

      def in_order(jobs, state)
        by_time = [Sequel.desc(:updated_at), :id]
        return jobs.order(*by_time) unless state == "open"

        places = order
        return jobs.order(*by_time) if places.empty?

        laid =
          @database.from(
            Sequel.lit("unnest(?::uuid[]) WITH ORDINALITY AS laid(job_id, place)", "{#{places.join(',')}}")
          )
        jobs.left_join(laid, { job_id: :id }, table_alias: :laid).order(Sequel.asc(:place, nulls: :last), *by_time)
      end

      # The closed ones are counted whatever was asked for, so that the board can say how many there are. All in one go
      # through the cards: reading them for the words is what takes the time.
      def counts(state, text)
        counted = Sequel.|(Sequel.~(closed_as: nil), in_state(state).opts[:where])
        found = searched(@database[:jobs].where(counted), text)
        { "closed" => 0 }.merge(found.group(1).select(LANE.as(:lane), Sequel.function(:count).*.as(:count))
                                     .to_h { |row| [row[:lane], row[:count]] })
      end

      def view(row)
        {
          waiting: nil,
          id: row[:id],
          title: row[:title],
          version: row[:version],
          practice: row[:practice],
          updated_at: row[:updated_at].utc.iso8601(3),
          closed_as: row[:closed_as]
        }.merge(row[:summary].to_h.transform_keys(&:to_sym))
      end
    end
  end
end
