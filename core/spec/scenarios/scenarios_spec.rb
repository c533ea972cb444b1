# frozen_string_literal: true

require "yaml"
require_relative "../steps/bench_talk"

RSpec.describe "Practitioner scenarios" do
  files = Dir[File.join(__dir__, "*.yml")].to_h { |path| [File.basename(path, ".yml"), YAML.safe_load_file(path)] }
  rows = files.values.flatten

  it "are at least a hundred and sixty, ten or more a family, over thirteen circuits or more" do
    expect(rows.size).to be >= 160
    counts = rows.map { |row| row["family"] }.tally
    expect(counts.keys).to match_array(CATALOGUE.families.map { |family| family["id"] })
    expect(counts.values.min).to be >= 10
    expect(rows.map { |row| row["circuit"] }.uniq.size).to be >= 13
  end

  # What was done, in the order it was done.
  def as_done(row)
    BenchTalk.entries(row).each_with_index
             .reduce(UpperBranch::Job.new(CATALOGUE, [], record: true)) do |job, ((kind, data), i)|
      job.with({ "id" => i.to_s, "kind" => kind, "data" => data })
    end
  end

  # Found by looking, without a warm run before: the state is set first where a check wants one.
  def as_found(row)
    told = (row["seen"] || []).map { |id| seen(id) } + (row["not"] || []).map { |id| not_seen(id) }
    given = row.slice("context", "features", "work").transform_keys(&:to_sym)
    job(row["family"], *told, *in_order(row), **given)
  end

  # Findings as entries: what needs a cold engine, the warm run, then the rest.
  def in_order(row)
    machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: row["family"], features: row["features"])
    looks = row["found"].reject { |check,| row["skip_missing"] && machine.check(check).nil? }
    cold, rest = looks.partition { |id,| machine.check(id).states.include?("C") }
    warm = looks.keys.any? { |id| machine.check(id).states.intersect?(%w[R W]) }
    as_entries(cold) + (warm ? [stands(engine: "running")] : []) + as_entries(rest)
  end

  def as_entries(looks) = looks.map { |check, words| found(check, *Array(words)) }

  files.each do |name, list|
    list.each do |row|
      it "#{name}, #{row['family']}: #{row['name']}" do
        belief = posterior(row["found"] ? as_found(row) : as_done(row))
        ranked = belief.all_now.sort_by { |id, p| [-p, id] }.first(3).map(&:first)
        expect(ranked & row["top3"]).not_to be_empty, "first three: #{ranked.join(', ')}"
        expect(ranked.first).to eq row["first"] if row["first"]
        blame = belief.blame.group_by { |id, _| CATALOGUE.fault(id).circuit }
                      .transform_values { |list| 1 - list.reduce(1.0) { |left, (_, p)| left * (1 - p) } }
        told = blame.max_by(3) { |_, p| p }.map { |id, p| "#{id} #{p.round(2)}" }.join(", ")
        expect(blame.max_by(&:last).first).to eq(row["circuit"]), told
      end
    end
  end
end
