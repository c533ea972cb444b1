# frozen_string_literal: true

require "open3"
require_relative "../random_catalogue"

# Reference: bayesjs, a general Bayesian-network library from the npm registry (test-only), given the same noisy-OR as
# full tables.
RSpec.describe "The posterior against a Bayesian-network library" do
  def beliefs(network, evidence)
    out, err, status =
      Open3.capture3(
        "node",
        File.join(__dir__, "network.mjs"),
        stdin_data: JSON.generate(network: network, evidence: evidence)
      )
    raise err unless status.success?

    JSON.parse(out)
  end

  def network_of(catalogue)
    faults = catalogue.faults
    nodes =
      faults.to_h do |fault|
        p = catalogue.scale["rates"][fault.rate["is"]]["value"]
        [fault.id, { id: fault.id, states: %w[T F], parents: [], cpt: { T: p, F: 1 - p } }]
      end
    catalogue.symptoms.each do |symptom|
      causes = faults.select { |fault| fault.symptoms.any? { |link| link.id == symptom.id } }
      nodes[symptom.id] = {
        id: symptom.id,
        states: %w[T F],
        parents: causes.map(&:id),
        cpt: table(catalogue, symptom, causes)
      }
      nodes["told-#{symptom.id}"] = told(catalogue, symptom)
    end
    nodes
  end

  # It occurs or not, and is told or not.
  def told(catalogue, symptom)
    hit = catalogue.scale["evidence"]["told"]
    falsely = catalogue.scale["told"]["definite"]
    rows = { "T" => hit, "F" => falsely }.map do |state, p|
      { when: { symptom.id => state }, then: { T: p, F: 1 - p } }
    end
    { id: "told-#{symptom.id}", states: %w[T F], parents: [symptom.id], cpt: rows }
  end

  def table(catalogue, symptom, causes)
    rows = [true, false].repeated_permutation(causes.size).map do |states|
      absent =
        causes
          .zip(states)
          .reduce(1 - symptom.leak) do |left, (fault, on)|
            on ? left * (1 - catalogue.strength(fault.symptoms.find { |link| link.id == symptom.id }.strength)) : left
          end
      { when: causes.map(&:id).zip(states.map { |on| on ? "T" : "F" }).to_h, then: { T: 1 - absent, F: absent } }
    end
    causes.empty? ? rows.first[:then] : rows
  end

  it "agrees to 1e-9 on random noisy-OR networks" do
    5.times do |seed|
      catalogue = RandomCatalogue.plain(Random.new(500 + seed), 5)
      seen_words = { "symptom-0" => "present", "symptom-2" => "present" }
      entries =
        [["machine", { "family" => "toy" }]] +
        seen_words.map { |id, word| ["symptom", { "symptom" => id, "seen" => word }] }
      job =
        UpperBranch::Job.new(
          catalogue,
          entries.each_with_index.map { |(kind, data), i| { "id" => i.to_s, "kind" => kind, "data" => data } }
        )
      believed = posterior(job, size: 5)
      reference = beliefs(network_of(catalogue), seen_words.to_h { |id, _| ["told-#{id}", "T"] })
      relevant = believed.relevant.map { |i| believed.compiled.faults[i].id }
      catalogue.faults.each do |fault|
        # The library knows no "outside the catalogue": compare within the catalogue.
        mine =
          if relevant.include?(fault.id)
            believed.marginal(fault.id) / (1 - believed.outside)
          else
            believed.marginal(fault.id)
          end
        expect(mine).to be_within(1e-9).of(reference[fault.id]["T"]), "seed #{seed}, #{fault.id}"
      end
    end
  end
end
