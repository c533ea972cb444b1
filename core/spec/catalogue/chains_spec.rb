# frozen_string_literal: true

RSpec.describe UpperBranch::Catalogue::Chain do
  row = {
    "id" => "water", "name" => "Water", "says" => "From the well to the tap.",
    "links" => %w[well pipe valve tap].map { |id| { "id" => id, "name" => id, "faults" => ["#{id}-shut"] } },
    "looks" => [
      { "check" => "buckets", "strength" => "A", "weaker" => "S", "dim" => ["well"], "whole" => "full",
        "points" => { "dry-at-pipe" => "pipe", "dry-at-tap" => "tap" } },
      { "check" => "hose", "strength" => "O",
        "joined" => { "after" => "pipe", "cured" => "runs", "not_cured" => "dry" } },
      { "check" => "sound", "strength" => "O", "shows" => { "gurgles" => %w[valve tap], "silent" => ["valve"] } }
    ]
  }
  chain = described_class.new(row)

  it "shows a break at the first point behind it, and at what is joined behind it" do
    expect(chain.shown_by("well-shut")).to eq("buckets" => { "dry-at-pipe" => "S" }, "hose" => { "runs" => "O" })
    expect(chain.shown_by("pipe-shut")).to eq("buckets" => { "dry-at-pipe" => "A" }, "hose" => { "runs" => "O" })
    expect(chain.shown_by("valve-shut")).to eq("buckets" => { "dry-at-tap" => "A" },
                                               "sound" => { "gurgles/silent" => "O" })
    expect(chain.shown_by("nothing")).to eq({})
  end

  it "clears what lies before the point before, all by the word for the whole, and nothing that shows dimly" do
    expect(chain.cleared_at("buckets")).to eq("dry-at-tap" => ["pipe-shut"],
                                              "full" => %w[pipe-shut
                                                           valve-shut tap-shut])
    expect(chain.cleared_at("hose")).to eq("dry" => %w[well-shut pipe-shut])
  end

  it "leaves standing what a row says itself" do
    tables = { "chains" => [row], "faults" => [{ "id" => "pipe-shut", "checks" => { "hose" => { "runs" => "R" } } }],
               "checks" => [{ "id" => "hose", "clears" => { "dry" => ["x"] } }] }
    derived = described_class.derive(tables)
    expect(derived["faults"].first["checks"]).to eq("buckets" => { "dry-at-pipe" => "A" }, "hose" => { "runs" => "R" })
    expect(derived["checks"].first["clears"]).to eq("dry" => %w[well-shut pipe-shut x])
  end

  # Every link of every path can be told from each of the others by some check, on every machine that has both.
  CATALOGUE.families.each do |family|
    it "tells the links of every path apart on #{family['id']}" do
      machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: family["id"])
      CATALOGUE.book.chains.records.each do |path|
        groups = path.links.map { |link| link["faults"].filter_map { |id| machine.fault(id) } }.reject(&:empty?)
        groups.combination(2) do |one, other|
          apart = one.product(other).all? do |a, b|
            machine.checks.any? { |check| distance(machine, check, a, b) > 0.5 }
          end
          expect(apart).to be(true), "#{one.map(&:id)} and #{other.map(&:id)}"
        end
      end
    end
  end

  # How differently two faults show at a check: half the sum of the differences of their words' chances.
  def distance(machine, check, one, other)
    a, b = [one, other].map { |fault| machine.arrows.row(fault, check) }
    (a.keys.sum { |word| (a[word] - b[word]).abs } + (a.values.sum - b.values.sum).abs) / 2
  end
end
