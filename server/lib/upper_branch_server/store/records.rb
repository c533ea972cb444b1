# frozen_string_literal: true

module UpperBranchServer
  class Store
    # Every job there ever was but what was practised, searched by its words (PostgreSQL full text: endings do not
    # matter, the last word may be a beginning) and narrowed by what it was.
    #
    #   store.records.page(text: "flooding swollen", family: "small-float", ended: "proven", from: 0)
    #   # => {jobs: [rows], next: 40 or nil, total: 61, more: false}
    class Records
      PAGE = 40
      COUNTED = 1000 # beyond this it is only said that there are more
      ENDED = %w[open proven sound referred unproven].freeze
      HEADLINE = "MaxWords=18, MinWords=8, MaxFragments=2, StartSel=\u0002, StopSel=\u0003, FragmentDelimiter= ... "

      def initialize(database)
        @database = database
      end

      # The latest first: ranking by words would have to weigh every job that has them.
      # after, before: Date, by when the job was begun
      def page(text: "", from: 0, **narrowed)
        query = query_of(text)
        done = @database[:jobs].where(practice: false)
        found = narrow(query ? done.where(Sequel.lit("words @@ ?", query)) : done, **narrowed)
        rows = found.order(Sequel.desc(:updated_at), :id).offset(from).limit(PAGE + 1).select(*COLUMNS).all
        total = found.limit(COUNTED + 1).from_self.count
        { jobs: marked(rows.first(PAGE), query), next: rows.size > PAGE ? from + PAGE : nil,
          total: [total, COUNTED].min, more: total > COUNTED }
      end

      COLUMNS = %i[id title summary closed_as created_at updated_at machine_id record].freeze

      private

      # A query of what was typed, or nil for nothing. Words are quoted whole, so that none is taken for an operator.
      def query_of(text)
        words = text.scan(/[[:alnum:]]+/).first(12)
        return if words.empty?

        quoted = words.map { |word| "'#{word}'" }
        quoted[-1] += ":*"
        Sequel.function(:to_tsquery, "english", quoted.join(" & "))
      end

      def narrow(jobs, family: nil, ended: nil, machine: nil, after: nil, before: nil)
        jobs = jobs.where(Sequel.lit("summary ->> 'family' = ?", family)) if family
        jobs = jobs.where(closed_as: ended == "open" ? nil : ended) if ended
        jobs = jobs.where(machine_id: machine) if machine
        jobs = jobs.where { created_at >= after } if after
        jobs = jobs.where { created_at < before + 1 } if before
        jobs
      end

      # Only the rows of the page are looked through for where the words stand.
      def marked(rows, query)
        said = query ? headlines(rows, query) : {}
        rows.map { |row| view(row, said[row[:id]]) }
      end

      def headlines(rows, query)
        @database[:jobs].where(id: rows.map { |row| row[:id] })
                        .select_hash(:id, Sequel.function(:ts_headline, "english", :record, query, HEADLINE).as(:said))
      end

      def view(row, said)
        { id: row[:id], title: row[:title], machine: row[:summary]["machine"], machine_id: row[:machine_id],
          family: row[:summary]["family"], minutes: row[:summary]["minutes"], ended: row[:closed_as] || "open",
          begun: row[:created_at].utc.iso8601(3), updated_at: row[:updated_at].utc.iso8601(3), parts: parts(said) }
      end

      # Pieces of the text, those that were searched for marked: [{text:, hit:}, ...]
      def parts(said)
        return [] unless said

        said.split(/(\u0002.*?\u0003)/m).reject(&:empty?).map do |piece|
          { text: piece.delete("\u0002\u0003"), hit: piece.start_with?("\u0002") }
        end
      end
    end
  end
end
