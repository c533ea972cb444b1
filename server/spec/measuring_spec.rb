# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe "Measuring over HTTP" do
  def field = answer["errors"].first["field"]

  it "lists the calculators and answers one by the contract, with its uncertainty and curve" do
    expect(get_json("/api/v1/worktop")["calculators"].size).to be >= 25
    assert_response_schema_confirm(200)
    post_json "/api/v1/worktop/jet-area",
              { inputs: { diameter: { value: 1.22, unit: "mm", u: 0.01 } }, units: { area: "mm2" } }
    assert_response_schema_confirm(200)
    area = answer["outputs"].first
    expect(area["value"]).to be_within(0.001).of(1.169)
    expect(area["uncertainty"]).to be_within(0.001).of(0.0192)
    expect(answer["curve"]["series"].first["points"].size).to be > 40
  end

  it "names the field of what cannot be" do
    post_json "/api/v1/worktop/jet-change", { inputs: { before: -3 } }
    expect([last_response.status, field]).to eq [422, "before"]
    post_json "/api/v1/worktop/jet-change", { inputs: { before: "large" } }
    expect(field).to eq "before"
    post_json "/api/v1/worktop/jet-change", { inputs: { wing: 3 } }
    expect(field).to eq "wing"
    post_json "/api/v1/worktop/nothing", { inputs: {} }
    expect(last_response.status).to eq 404
  end

  it "judges a reading without storing it, and stores the same as evidence" do
    job = job_with(entry("symptom", symptom: "flood-vent", seen: "present"))
    post_json "/api/v1/jobs/#{job['id']}/judge", { check: "fuel-pressure", reading: { value: 58, unit: "kPa" } }
    assert_response_schema_confirm(200)
    expect(answer["word"]).to eq "high"
    expect(answer["limit"]["from"]).to eq "trade"
    expect(get_json("/api/v1/jobs/#{job['id']}")["version"]).to eq job["version"]
    post_json "/api/v1/jobs/#{job['id']}/entries",
              {
                version: job["version"],
                entries: [entry("check", check: "fuel-pressure", reading: { value: 58, unit: "kPa" })]
              }
    assert_response_schema_confirm(200)
    expect(answer["trace"]["findings"].last["measured"]["value"]).to be_within(0.01).of(8.41)
  end

  it "judges by what an instrument took down, and says at which of its fields it is wrong" do
    job = job_with(entry("symptom", symptom: "fade-wot", seen: "present"))
    post_json "/api/v1/jobs/#{job['id']}/judge",
              { check: "line-flow", reading: { inputs: { volume: 100, times: [20, 21, 52], demand: 180 } } }
    expect(answer["word"]).to eq "short-after-filter"
    post_json "/api/v1/jobs/#{job['id']}/judge",
              { check: "line-flow", reading: { inputs: { volume: 100, times: [20, -1], demand: 180 } } }
    expect(field).to eq "reading/inputs/times"
  end

  describe "spec cards" do
    let(:figure) do
      { item: "fuel-pressure", low: 2.5, high: 3.5, unit: "psi", source: "shop sheet", date: "2026-03-01" }
    end

    def keep(**more)
      post_json("/api/v1/cards", { name: "Press downdraft", family: "car-one", figures: [figure], **more })
    end

    it "are kept, changed, dropped, and judge a job that carries them" do
      card = keep
      assert_response_schema_confirm(200)
      job =
        post_json "/api/v1/jobs",
                  {
                    id: SecureRandom.uuid,
                    title: "Test",
                    entries: [machine("car-one", limits: card["limits"], card: { id: card["id"], name: card["name"] })]
                  }
      expect(job["trace"]["machine"]["readings"]["fuel-pressure"]).to include(
        "cuts" => [2.5, 3.5],
        "from" => "card",
        "date" => "2026-03-01",
        "source" => "shop sheet"
      )
      post_json "/api/v1/jobs/#{job['id']}/judge", { check: "fuel-pressure", reading: { value: 5 } }
      expect(answer["word"]).to eq "high"
      keep(id: card["id"], name: "Press downdraft, late")
      expect(get_json("/api/v1/cards")["cards"].map { |row| row["name"] }).to eq ["Press downdraft, late"]
      assert_response_schema_confirm(200)
      delete "/api/v1/cards/#{card['id']}"
      expect(get_json("/api/v1/cards")["cards"]).to be_empty
    end

    it "go out and come in as CSV and JSON alike" do
      keep
      %w[csv json].each do |format|
        get "/api/v1/cards.#{format}"
        text = last_response.body
        ServerUnderTest.database[:spec_cards].delete
        post_json "/api/v1/cards/import", { text: text }
        expect(answer).to eq("kept" => 1)
        expect(get_json("/api/v1/cards")["cards"].first["figures"].first).to include(
          "item" => "fuel-pressure",
          "low" => 2.5,
          "high" => 3.5
        )
      end
    end

    it "are refused whole with row and column when one figure is wrong" do
      post_json "/api/v1/cards/import",
                {
                  text:
                    "card,family,item,low,high,unit,source,date\nPress,car-one,fuel-pressure,3,5,psi,sheet,2026-03-01\nPress,car-one,idle-speed,fast,900,rpm,sheet,2026-03-01\n"
                }
      expect([last_response.status, field]).to eq [422, "row 3, column low"]
      post_json "/api/v1/cards/import",
                {
                  text:
                    "card;family;item;low;high;unit;source;date\nPress;car-one;fuel-pressure;3,5;2;psi;sheet;2026-03-01\n"
                }
      expect(field).to eq "row 2, column high"
      post_json "/api/v1/cards", { name: "x", family: "zeppelin", figures: [] }
      expect(field).to eq "family"
      expect(get_json("/api/v1/cards")["cards"]).to be_empty
    end
  end

  it "answers with what the contract names, and no more: the draws behind an uncertainty stay where they are" do
    post_json "/api/v1/worktop/bank", { inputs: { values: [8.2, 9.4, 8.3, 8.1] } }
    outputs = JSON.parse(last_response.body)["outputs"]
    expect(outputs.flat_map(&:keys).uniq).to match_array %w[id name value unit units uncertainty digits]
    expect(outputs.first["uncertainty"]).to be_between(0.5, 5)
  end

  it "hands over the simulated gauge in stretches, which follow one another" do
    first, second = [0, 10].map { |from| get_json("/api/v1/gauges/vacuum?signal=hunting&seed=2&from=#{from}") }
    expect(first).to include("unit" => "inHg", "interval" => 0.025, "from" => 0.0)
    expect([first, second].map { |stretch| stretch["values"].size }).to eq [400, 400]
    expect(second["from"]).to eq 10.0
    { "signal=jumping" => "signal", "from=-1" => "from", "from=1e9" => "from" }.each do |query, at|
      get "/api/v1/gauges/vacuum?#{query}"
      expect(last_response.status).to eq 422
      expect(field).to eq at
    end
  end
end
