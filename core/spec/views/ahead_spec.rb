# frozen_string_literal: true

RSpec.describe UpperBranch::Views::Ahead do
  include JobTalk

  # Questions are answered until a check comes.
  def to_a_check(job)
    job = job.with({ "id" => SecureRandom.uuid, "kind" => "symptom",
                     "data" => question(job) }) while next_step(job)[:ask]
    job
  end

  def question(job)
    { "symptom" => next_step(job)[:ask][:symptom], "seen" => "unknown", "asked" => true }
  end

  def nodes(sheet)
    return [] unless sheet

    sheet[:answers].flat_map { |row| [row, *nodes(row[:next][:ahead])] }
  end

  it "holds what each answer to the next check would lead to, three deep, and no more steps than it may" do
    job = to_a_check(live_job("car-one", seen("hesitation")))
    sheet = described_class.of(job)
    expect(sheet[:check]).to eq next_step(job)[:check][:id]
    expect(sheet[:answers].size).to be_between(2, 6)
    expect(nodes(sheet).size).to be_between(5, 14)
    deep = sheet[:answers].filter_map { |row| row[:next][:ahead] }.flat_map { |one| one[:answers] }
    expect(deep.filter_map { |row| row[:next][:ahead] }).not_to be_empty
  end

  # The sheet is the planner's own: what it says is what the trace says once the answer is entered.
  it "says of every answer what the trace will say" do
    job = to_a_check(live_job("slide", seen("flat-mid")))
    described_class.of(job)[:answers].each do |row|
      after = job.with({ "id" => "x", "kind" => "check",
                         "data" => { "check" => next_step(job)[:check][:id], "outcomes" => [row[:outcome]] } })
      told = next_step(after)
      expect(row[:next].slice(:kind, :reason, :check))
        .to eq(kind: told[:kind], reason: told[:reason], check: told[:check]&.fetch(:id))
      expect(row[:next][:says]).to eq UpperBranch::Views::BoardRow.next_words(told)
    end
  end

  it "is none where the next step is no check" do
    expect(described_class.of(live_job("car-one"))).to be_nil
    expect(described_class.of(live_job("car-one", seen("flood-vent")))).to be_nil # a gate
  end
end
