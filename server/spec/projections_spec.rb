# frozen_string_literal: true

require_relative "server_helper"

# What follows from the entries: a trace for each version, and the row of the board that comes from it.
RSpec.describe UpperBranchServer::Projections do
  let(:store) { UpperBranchServer::Store.new(ServerUnderTest.database, CATALOGUE) }
  let(:jobs) { ServerUnderTest.database[:jobs] }

  def new_job(*entries)
    rows = [["machine", { "family" => "car-one" }], *entries]
    store.create(
      SecureRandom.uuid,
      "Test job",
      rows.map { |kind, data| { "id" => SecureRandom.uuid, "kind" => kind, "data" => data } }
    )
  end

  def add(stored, kind, data)
    store.add(stored.id, stored.version, [{ "id" => SecureRandom.uuid, "kind" => kind, "data" => data }])
  end

  it "reckon each version once in a process" do
    stored, = new_job(seen("hesitation"))
    allow(UpperBranch::Views::Trace).to receive(:of).and_call_original
    3.times { store.find(stored.id) }
    expect(UpperBranch::Views::Trace).not_to have_received(:of)
    add(stored, *found("pump-shot", "none"))
    3.times { store.find(stored.id) }
    expect(UpperBranch::Views::Trace).to have_received(:of).once
  end

  it "trace outside the lock: another entry is stored while one is being traced" do
    stored, = new_job(seen("hesitation"))
    order = Queue.new
    allow(UpperBranch::Views::Trace).to receive(:of).and_wrap_original do |trace, job|
      order << :tracing
      if order.size < 2
        ServerUnderTest.database.transaction do
          jobs.where(id: stored.id).for_update.first && (order << :locked)
        end
      end
      trace.call(job)
    end
    add(stored, "note", { "text" => "first" })
    expect([order.pop, order.pop]).to eq %i[tracing locked]
  end

  it "say the same as the core does" do
    stored, traced = new_job(seen("hesitation"), found("pump-shot", "none"))
    job = UpperBranch::Job.replay(CATALOGUE, stored.entries)
    expect(JSON.parse(traced.json)).to eq JSON.parse(JSON.generate(trace(job)))
    expect(jobs.where(id: stored.id).get(:summary).to_h["next"]).to eq traced.row["next"]
  end

  it "leave the board's row alone when the job has gone on meanwhile" do
    stored, = new_job(seen("hesitation"))
    store.jobs.add(stored.id, 2, [{ "id" => SecureRandom.uuid, "kind" => "note", "data" => { "text" => "meanwhile" } }])
    UpperBranchServer::Projections::Traces.new(ServerUnderTest.database, store.jobs, store.machines).of(stored)
    expect(jobs.where(id: stored.id).get(:traced_version)).to eq 2
    expect(store.traces.stale.select_map(:id)).to eq [stored.id]
  end

  describe UpperBranchServer::Projections::BoardRows do
    before { 3.times { new_job(seen("hesitation")) } }

    it "makes anew every row of another catalogue, and none twice" do
      jobs.update(traced_catalogue: "of-last-year", summary: Sequel.pg_jsonb({}))
      expect(described_class.new(store).renew).to eq 3
      expect(jobs.select_map(:traced_catalogue).uniq).to eq [CATALOGUE.stamp]
      expect(jobs.select_map(:summary).map { |row| row["waits_for"] }).to eq ["ask"] * 3
      expect(described_class.new(store).renew).to eq 0
    end

    it "does not move a job on the board, nor call its catalogue today's" do
      jobs.update(traced_catalogue: "of-last-year", catalogue: "of-last-year")
      before = jobs.order(:id).select_map(:updated_at)
      described_class.new(store).renew
      expect(jobs.order(:id).select_map(:updated_at)).to eq before
      expect(jobs.select_map(:catalogue).uniq).to eq ["of-last-year"]
    end

    it "passes over a job that cannot be traced, and leaves it its row" do
      jobs.update(traced_catalogue: "of-last-year")
      lost = jobs.get(:id)
      allow(store.jobs).to receive(:find).and_call_original
      allow(store.jobs).to receive(:find).with(lost).and_raise(
        UpperBranchServer::Problem.new(422, "lost-machine", "Gone", "Gone.")
      )
      renewed = nil
      expect { renewed = described_class.new(store).renew }.to output(/Gone/).to_stderr
      expect(renewed).to eq 2
    end

    it "is done by one process at a time" do
      jobs.update(traced_catalogue: "of-last-year")
      ServerUnderTest.database.synchronize do
        ServerUnderTest.database.get(Sequel.function(:pg_advisory_lock, described_class::LOCK))
        expect(Thread.new { described_class.new(store).renew }.value).to eq 0
        ServerUnderTest.database.get(Sequel.function(:pg_advisory_unlock, described_class::LOCK))
      end
      expect(described_class.new(store).renew_aside.value).to eq 3
    end
  end
end
