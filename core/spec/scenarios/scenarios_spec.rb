# frozen_string_literal: true

require "yaml"

RSpec.describe "Practitioner scenarios" do
  rows = YAML.safe_load_file(File.join(__dir__, "scenarios.yml"))

  it "are at least sixty, over all families and thirteen circuits or more" do
    expect(rows.size).to be >= 60
    expect(rows.map { |row| row["family"] }.uniq).to match_array(CATALOGUE.families.map { |family| family["id"] })
    expect(rows.map { |row| row["circuit"] }.uniq.size).to be >= 13
  end

  rows.each do |row|
    it "#{row['family']}: #{row['name']}" do
      entries = (row["seen"] || []).map { |id| seen(id) } + (row["not"] || []).map { |id| not_seen(id) }
      machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: row["family"], features: row["features"])
      findings = (row["found"] || {}).reject { |check,| row["skip_missing"] && machine.check(check).nil? }
      # Found by looking, without a warm run before: the state is set first where a check wants one.
      warm = findings.keys.any? { |id| machine.check(id).states.intersect?(%w[R W]) }
      cold, rest = findings.partition { |id,| machine.check(id).states.include?("C") }
      ordered =
        cold.map { |check, words| found(check, *Array(words)) } + (warm ? [stands(engine: "running")] : []) +
        rest.map { |check, words| found(check, *Array(words)) }
      given = row.slice("context", "features", "work").transform_keys(&:to_sym)
      belief = posterior(job(row["family"], *entries, *ordered, **given))
      ranked = belief.all_now.sort_by { |id, p| [-p, id] }.first(3).map(&:first)
      expect(ranked & row["top3"]).not_to be_empty, "first three: #{ranked.join(', ')}"
      blame =
        belief
          .blame
          .group_by { |id, _| machine.fault(id).circuit }
          .transform_values { |list| 1 - list.reduce(1.0) { |left, (_, p)| left * (1 - p) } }
      expect(blame.max_by(&:last).first).to eq(row["circuit"]),
                                            blame.sort_by { |_, p|
                                              -p
                                            }.first(3).map { |id, p| "#{id} #{p.round(2)}" }.join(", ")
    end
  end
end
