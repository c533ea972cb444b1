# frozen_string_literal: true

module UpperBranchServer
  # The knowledge in use: the files, with what this shop's leads have changed over them. Every process keeps its own,
  # and before each request looks whether another has changed it; then it makes the catalogue and the store anew, and
  # the old ones go with the requests that still use them.
  #
  #   knowledge = Knowledge.new(database, tables)   # as Catalogue::Loader reads them
  #   knowledge.refresh
  #   knowledge.store.catalogue
  class Knowledge
    # version: of the amendments; shown: what people are shown, as JSON
    Held = Struct.new(:version, :store, :tables, :shown, keyword_init: true)

    # unchanged: the catalogue of these tables, where it is there already
    def initialize(database, tables, unchanged: UpperBranch::Catalogue.new(tables))
      @database = database
      @files = tables
      @unchanged = unchanged
      @amendments = Store::Amendments.new(database)
      @lock = Mutex.new
      @plain = unchanged
      @held = held(0, tables)
    end

    # The knowledge of the files as they lie here.
    def self.of_files(database)
      new(database, UpperBranch::Catalogue::Loader.new(UpperBranch::Catalogue::DEFAULT).read)
    end

    attr_reader :files

    def store = @held.store
    def catalogue = store.catalogue
    def stamp = catalogue.stamp
    def shown = @held.shown
    def tables = @held.tables
    def version = @held.version

    # What is done whenever the knowledge was changed from now on.
    def on_change(&block)
      @changed = block
    end

    # Looks whether the knowledge was changed. Without the database all stays as it is.
    def refresh
      version = @amendments.version
      renew(version) unless version == @held.version
    rescue Sequel::Error => e
      Journal.error("knowledge", e)
    end

    # The catalogue with what leads have changed themselves, without what closed jobs taught: they count against it.
    def plain
      tables = @held.tables.merge("learned" => @files["learned"])
      return catalogue if tables == @held.tables

      @lock.synchronize do
        @plain = made(tables) unless @plain.stamp == UpperBranch::Catalogue.stamp(tables)
        @plain
      end
    end

    # Tables with further changes, all of them looked at: [tables, rows for the store].
    # changes: [{"at", "value"}]; raises Problem 422 at the field
    def with(changes)
      looked = changes.each_with_index.reduce(Change::So.new(@files, @amendments.standing, [])) do |so, (change, i)|
        Change.new(so, change, "changes/#{i}/value").made
      end
      [looked.tables, looked.rows]
    end

    # Stores changes: for good, and for everybody. Raises Problem 409, 422.
    def change(version, changes, reason:, by:, source: "lead")
      refresh
      _, rows = with(changes)
      @amendments.append(version, rows, reason: reason, by: by, source: source)
      refresh
    end

    # Amendments whose place the files no longer have.
    def lost = UpperBranch::Catalogue::Layer.new(@amendments.standing).lost(@files)

    private

    def renew(version)
      @lock.synchronize do
        next if version == @held.version

        @held = held(version, UpperBranch::Catalogue::Layer.new(@amendments.standing).over(@files))
        store.catalogues.remember
      end
      @changed&.call
    end

    def held(version, tables)
      store = Store.new(@database, made(tables))
      Held.new(version: version, tables: tables, store: store, shown: JSON.generate(store.catalogue.shown))
    end

    def made(tables) = tables.equal?(@files) ? @unchanged : UpperBranch::Catalogue.new(tables)
  end
end
