# frozen_string_literal: true

module UpperBranchServer
  # Everything that is kept in PostgreSQL, a class for each group of tables.
  #
  #   store = Store.new(database, catalogue)
  #   stored, traced = store.add(id, version, entries)   # written, then traced outside the lock
  class Store
    attr_reader :database, :catalogue, :jobs, :shop, :catalogues, :cards, :logs, :board, :traces, :job_files, :visits,
                :photos, :machines, :records, :owner_links, :chain, :people, :amendments, :verdicts, :practices

    def initialize(database, catalogue)
      @database = database
      @catalogue = catalogue
      @jobs = Jobs.new(database, catalogue)
      @photos = Photos.new(database)
      @job_files = JobFiles.new(database, @jobs, @photos)
      @visits = Visits.new(database, @jobs)
      @machines = Machines.new(database, @visits)
      @records = Records.new(database)
      @owner_links = OwnerLinks.new(database)
      @shop = Shop.new(database, catalogue)
      @catalogues = Catalogues.new(database, catalogue)
      @cards = Cards.new(database, catalogue)
      @logs = Logs.new(database)
      @board = Board.new(database, @shop)
      @chain = Chain.new(database)
      @people = People.new(database)
      @amendments = Amendments.new(database)
      @verdicts = Verdicts.new(database)
      @practices = Practices.new(database)
      @traces = Projections::Traces.new(database, @jobs, @machines)
    end

    # How many migrations the database lacks.
    def migrations_missing
      Dir[File.join(MIGRATIONS, "*.rb")].size - database[:schema_info].get(:version)
    end

    # [Jobs::Stored, Projections::Traced]. Raises Problem 404, and 422 when its machine is known no more.
    def find(id)
      stored = jobs.find(id)
      [stored, traces.of(stored)]
    end

    # [Stored, Traced, true when new]. Raises as Jobs#create.
    def create(id, title, entries)
      stored, new = jobs.create(id, title, entries)
      [stored, traces.of(stored), new]
    end

    # [Stored, Traced]. Raises as Jobs#add.
    def add(id, version, entries)
      stored = jobs.add(id, version, entries)
      [stored, traces.of(stored)]
    end
  end
end
