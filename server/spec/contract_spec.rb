# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe UpperBranchServer::Contract do
  subject(:contract) { described_class.new }

  def field_of
    yield
    nil
  rescue UpperBranchServer::Problem => e
    e.body[:errors].first[:field]
  end

  # An entry of this kind as the third of a request.
  def check_entry(kind, data, at = 2)
    note = { "id" => SecureRandom.uuid, "kind" => "note", "data" => { "text" => "before" } }
    contract.check(
      "NewEntries",
      { "version" => 0, "entries" => [*[note] * at, { "id" => SecureRandom.uuid, "kind" => kind, "data" => data }] }
    )
  end

  it "has a schema for the data of every kind of entry the core knows" do
    UpperBranch::Job::Entries::KINDS.each_key do |kind|
      expect { check_entry(kind, { "nonsense" => 1 }) }.to raise_error(UpperBranchServer::Problem)
    end
  end

  it "passes what is right" do
    expect(field_of { check_entry("check", { "check" => "filter", "outcomes" => ["clean"] }) }).to be_nil
    expect(
      field_of do
        contract.check(
          "NewEntries",
          {
            "version" => 0,
            "entries" => [{ "id" => SecureRandom.uuid, "kind" => "note", "data" => { "text" => "x" } }]
          }
        )
      end
    ).to be_nil
  end

  it "names the field of what is wrong" do
    {
      { "check" => 7 } => "entries/2/data/check",
      { "check" => "filter", "outcomes" => [] } => "entries/2/data/outcomes",
      { "check" => "filter", "reading" => { "value" => "x" } } => "entries/2/data/reading/value",
      { "check" => "filter", "reading" => { "value" => 1, "resolution" => 0 } } => "entries/2/data/reading/resolution",
      { "check" => "filter", "minutes" => -1 } => "entries/2/data/minutes"
    }.each do |data, field|
      expect(field_of { check_entry("check", data) }).to eq field
    end
  end

  it "names the kind of an entry nobody knows, with those there are" do
    expect(field_of { check_entry("dance", {}) }).to eq "entries/2/kind"
    expect do
      check_entry("dance", {})
    end.to raise_error(UpperBranchServer::Problem, /one of machine, limits, engine, trial, symptom/)
  end

  it "limits what can be sent" do
    many = Array.new(201) { { "id" => SecureRandom.uuid, "kind" => "note", "data" => { "text" => "x" } } }
    expect(field_of { contract.check("NewEntries", { "version" => 0, "entries" => many }) }).to eq "entries"
    expect(
      field_of { contract.check("NewJob", { "id" => "1", "title" => "x", "entries" => many.first(1) }) }
    ).to eq "id"
    expect(
      field_of { contract.check("NewJob", { "id" => SecureRandom.uuid, "title" => "   ", "entries" => many.first(1) }) }
    ).to eq "title"
    expect(field_of { check_entry("note", { "text" => "x" * 4001 }, 0) }).to eq "entries/0/data/text"
  end
end
