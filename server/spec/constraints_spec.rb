# frozen_string_literal: true

require_relative "server_helper"

# The tables refuse by themselves what the contract refuses, and what they say is told at the field.
RSpec.describe UpperBranchServer::Constraints do
  let(:database) { ServerUnderTest.database }
  let(:id) { SecureRandom.uuid }

  before { database[:jobs].insert(id: id, title: "Test", catalogue: "x", summary: Sequel.pg_jsonb({})) }

  def problem
    yield
    nil
  rescue Sequel::DatabaseError => e
    UpperBranchServer::DatabaseProblem.of(e)
  end

  def field_of(&) = problem(&).body[:errors]&.first&.fetch(:field)

  def entry(kind, data, at = 1)
    database[:entries].insert(job_id: id, sequence: at, id: SecureRandom.uuid, kind: kind, data: Sequel.pg_jsonb(data))
  end

  it "name the field of what a table refuses" do
    expect(field_of { entry("dance", {}) }).to eq "kind"
    expect(field_of { entry("note", [1]) }).to eq "data"
    expect(field_of { database[:jobs].update(closed_as: "sold") }).to eq "as"
    expect(field_of { database[:jobs].update(title: "  ") }).to eq "title"
    card = { family: "car-one", name: "Twice", figures: Sequel.pg_jsonb([]) }
    database[:spec_cards].insert(id: SecureRandom.uuid, **card)
    expect(field_of { database[:spec_cards].insert(id: SecureRandom.uuid, **card) }).to eq "name"
    expect(field_of { database[:spec_cards].update(name: " ") }).to eq "name"
  end

  it "answer a fault for what no request can break" do
    expect(problem { database[:jobs].update(version: -1) }.status).to eq 500
    expect(problem { entry("note", {}, 0) }.status).to eq 500
    expect(
      problem do
        database[:entries].insert(
          job_id: SecureRandom.uuid,
          sequence: 1,
          id: SecureRandom.uuid,
          kind: "note",
          data: Sequel.pg_jsonb({})
        )
      end.status
    ).to eq 500
  end

  it "cover every check constraint of the tables that a request can break" do
    names =
      database[:pg_constraint].where(contype: "c").exclude(Sequel.like(:conname, "%_not_null")).select_map(:conname)
    ours = names.grep(/\A(entries|jobs|spec_cards|logs)_/)
    expect(ours).to include(*described_class::FIELDS.keys.grep_v(/_key\z/))
    expect(ours - described_class::FIELDS.keys).to contain_exactly(
      "entries_sequence_counts",
      "jobs_version_counts",
      "logs_progress_share"
    )
  end

  it "know every kind of entry the core knows" do
    UpperBranch::Job::Entries::KINDS.keys.each_with_index do |kind, i|
      expect(problem { entry(kind, {}, i + 1) }).to be_nil
    end
  end
end
