# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe "The mixture curve over HTTP" do
  def field = answer["errors"].first["field"]

  it "hands out the holes of every family, and a curve by the contract" do
    families = get_json("/api/v1/mixture")["families"]
    assert_response_schema_confirm(200)
    expect(families.size).to eq UpperBranch::Catalogue.load.families.size
    inputs = families.first["fields"].to_h { |row| [row["id"], row["default"]] }
    post_json "/api/v1/mixture/#{families.first['id']}", { inputs: inputs }
    assert_response_schema_confirm(200)
    first, last = answer["points"].values_at(0, -1)
    expect([first["opening"], last["opening"]]).to eq [0, 1]
    expect(first["vacuum"]).to be_within(0.01).of(19)
    expect(first["lambda"]).to be_between(0.8, 0.96)
    expect(last["fuel"]["main"]).to be > last["fuel"]["idle"]
  end

  it "finds the size that gives what was measured" do
    post_json "/api/v1/mixture/slide", { inputs: { main_jet: 1.6 } }
    measured = answer["points"].values_at(14, 22, 28, 32).map do |point|
      { by: "opening", at: point["opening"] * 100, rpm: point["rpm"], lambda: point["lambda"].round(3) }
    end
    post_json "/api/v1/mixture/slide/fit", { inputs: {}, measured: measured }
    assert_response_schema_confirm(200)
    best = answer["rows"].first
    expect(best["field"]).to eq "main_jet"
    expect(best["value"]).to be_within(0.04).of(1.6)
    expect(best["lambdas"].size).to eq 4
  end

  it "runs two engines of which one hole differs, and says what it does" do
    post_json "/api/v1/mixture/car-one/what-if", { was: {}, inputs: { main_jet: 1.2 } }
    assert_response_schema_confirm(200)
    expect(answer["now"]["pull"].last["lambda"]).to be > answer["was"]["pull"].last["lambda"] + 0.05
    expect(answer["says"].join(" ")).to include "Wide open it pulls up to"
    post_json "/api/v1/mixture/car-one/what-if", { was: {}, inputs: { main_jet: -1 } }
    expect([last_response.status, field]).to eq [422, "main_jet"]
    post_json "/api/v1/mixture/steam/what-if", { was: {}, inputs: {} }
    expect(last_response.status).to eq 404
    post_json "/api/v1/mixture/car-one/what-if", { inputs: {} }
    expect(last_response.status).to eq 422
  end

  it "says at the field what cannot be, whatever is sent" do
    post_json "/api/v1/mixture/car-one", { inputs: { main_jet: { value: 1.3, unit: "psi" } } }
    expect([last_response.status, field]).to eq [422, "main_jet"]
    post_json "/api/v1/mixture/car-one", { inputs: { wing: 1 } }
    expect(field).to eq "wing"
    post_json "/api/v1/mixture/car-one", { inputs: { leak: 12 } }
    expect(field).to eq "leak"
    post_json "/api/v1/mixture/car-one/fit",
              { inputs: {}, measured: [{ by: "vacuum", at: 19, rpm: 750, lambda: 14.7 }] }
    expect(field).to eq "measured/0/lambda"
    post_json "/api/v1/mixture/car-one/fit", { inputs: {}, measured: [] }
    expect(field).to eq "measured"
    post_json "/api/v1/mixture/steam", { inputs: {} }
    expect(last_response.status).to eq 404
    post_json "/api/v1/mixture/car-one", {}
    expect(last_response.status).to eq 422
  end

  it "knows the sizes of a job by its card and as measured" do
    figure = { item: "main-jet", low: 128, high: 128, unit: "number", source: "shop sheet", date: "2026-03-01" }
    post_json "/api/v1/cards", { name: "Press downdraft", family: "car-one", figures: [figure] }
    card = answer
    expect(card["sizes"]).to eq("main_jet" => { "value" => 1.28, "unit" => "mm" })
    job = job_with(entry("limits", card: { id: card["id"], name: card["name"] }, limits: card["limits"]),
                   entry("check", check: "screw-count", reading: { value: 1.75, unit: "turns" }))
    sizes = get_json("/api/v1/jobs/#{job['id']}/mixture")["sizes"]
    assert_response_schema_confirm(200)
    expect(sizes.to_h { |row| [row["field"], row["value"]] }).to include("main_jet" => 1.28, "turns" => 1.75)
    get_json "/api/v1/jobs/#{SecureRandom.uuid}/mixture"
    expect(last_response.status).to eq 404
  end
end
