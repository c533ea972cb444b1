# frozen_string_literal: true

require "json"

# What came in as a file was never admitted here: whatever follows the machine can be replayed and told of, or is noted
# as lost.
RSpec.describe UpperBranch::Job do
  include JobTalk

  let(:rows) do
    corpus = JSON.parse(File.read(File.expand_path("../corpus/jobs-2026-11.json", __dir__)))
    corpus.flatten(1).map { |row| row.values_at("kind", "data") }.reject { |kind,| kind == "strike" }
  end

  def replayed(pairs)
    entries = pairs.each_with_index.map { |(kind, data), i| { "id" => i.to_s, "kind" => kind, "data" => data } }
    described_class.new(CATALOGUE, entries)
  end

  it "can be told of without having been admitted, whatever stands behind the machine" do
    random = Random.new(20_261_127)
    machines, others = rows.partition { |kind,| kind == "machine" }
    kinds = others.group_by(&:first).values
    100.times do
      picked = Array.new(random.rand(1..8)) { kinds.sample(random: random).sample(random: random) }
      pairs = [machines.sample(random: random), *picked]
      told = trace(replayed(pairs))
      expect(told[:next][:kind]).to be_a(Symbol), pairs.inspect
    end
  end

  # A job that has gone on entry by entry is the one that is replayed as a whole; the one before stays as it was.
  it "is the same entry by entry as all at once, and changes nothing of what it was before" do
    jobs = JSON.parse(File.read(File.expand_path("../corpus/jobs-2026-11.json", __dir__)))
    told = 0
    jobs.each do |entries|
      entries = entries.each_with_index.map { |row, i| { "id" => i.to_s }.merge(row) }
      entries.reduce(described_class.new(CATALOGUE, [], record: true)) do |before, row|
        shown = Marshal.dump(told_of(before))
        after = grown(before, row) or break
        expect(Marshal.dump(told_of(before))).to eq(shown)
        whole = told_of(described_class.new(CATALOGUE, after.entries, record: true))
        told_of(after).each do |name, value|
          expect([name, Marshal.dump(value)]).to eq([name, Marshal.dump(whole[name])])
        end
        told += 1
        after
      end
    end
    expect(told).to be > 100
  end

  # nil where the catalogue of today does not take it
  def grown(job, row)
    job.with(row)
  rescue UpperBranch::Invalid
    nil
  end

  # All that a job knows, but its catalogue.
  def told_of(job)
    names = described_class::KEPT + %i[@struck @state @minutes @has_run @closing @waiting @called @card @entries]
    names.to_h do |name|
      [name, job.instance_variable_get(name)]
    end.merge(machine: job.machine&.key, live: job.live.map(&:id))
  end

  it "notes as lost what stands before any machine" do
    known = replayed([["repair", { "repair" => "needle-worn" }], ["setting", { "loop" => "mixture-speed" }],
                      ["machine", { "family" => "car-one" }], seen("rough-idle")])
    expect(known.lost.map { |row| row[:entry] }).to eq %w[0 1]
    expect(known.repairs).to be_empty
    expect(known.findings.size).to eq 1
  end

  # Nobody here closes it again, and nothing is reckoned of that but what is left.
  it "knows what comes next where there is no way back" do
    %w[open bench apart].each do |word|
      opened = live_job("aero-updraft", seen("rough-idle"), stands(engine: "warm", carburetor: word), safe("propeller"))
      step = next_step(opened)
      expect(step[:kind]).to eq(:ask)
      expect(step[:repairs].filter_map { |row| row[:expected] }).to be_empty
    end
  end
end
