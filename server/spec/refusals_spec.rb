# frozen_string_literal: true

require_relative "server_helper"

# What no form of ours would send: every answer is a refusal that says where, never a mistake of the server's.
RSpec.describe "Requests out of shape" do
  let(:job) { job_with(entry("symptom", symptom: "hesitation", seen: "present")) }

  def sent(method, path, body = nil, type = "application/json") = Mutations.answer(app, method, path, body, type)

  # The field that the refusal names.
  def refused((status, _, text), statuses)
    expect(statuses).to include(status), "#{status}: #{text[0, 300]}"
    problem = JSON.parse(text)
    expect(problem["detail"]).not_to be_empty
    problem["errors"]&.first&.fetch("field")
  end

  def new_job(**more) = JSON.generate({ id: SecureRandom.uuid, title: "Press", entries: [machine] }.merge(more))

  it "names an empty body, one that is not UTF-8 and one that is no JSON with 400" do
    ["", "  ", "\xFF\xFE{}".b, "{\"title\": \"\xC3\x28\"}".b, "{", "nul", "[1,]", "{\"a\":1}{", "NaN"].each do |body|
      expect(refused(sent("POST", "/api/v1/jobs", body), [400])).to eq ""
    end
  end

  it "names the field of text and numbers that nothing can keep" do
    {
      new_job(title: "a\u0000b") => "title",
      new_job(entries: [machine, entry("note", text: "x\u0000")]) => "entries/1/data/text",
      '{"title": "\\ud800", "id": "x", "entries": []}' => "",
      '{"id": 1e999}' => "id",
      "{\"id\": #{'9' * 400}}" => "id",
      new_job(entries: [entry("check", check: "fuel-pressure", reading: { value: 0 })]).sub(
        '"value":0',
        '"value":1e999'
      ) =>
        "entries/0/data/reading/value"
    }.each do |body, field|
      expect(refused(sent("POST", "/api/v1/jobs", body), [400, 422])).to eq field
    end
  end

  it "names an id twice in one request" do
    twice = entry("note", text: "x")
    expect(
      refused(
        sent("POST", "/api/v1/jobs/#{job['id']}/entries", JSON.generate(version: 2, entries: [twice, twice])),
        [422]
      )
    ).to eq "entries/1/id"
    expect(
      refused(sent("POST", "/api/v1/jobs", new_job(entries: [machine.merge(id: twice[:id]), twice])), [422])
    ).to eq "entries/1/id"
  end

  it "takes a pattern as the whole text, not as one of its lines" do
    expect(refused(sent("POST", "/api/v1/jobs", new_job(id: "#{SecureRandom.uuid}\nx")), [422])).to eq "id"
    card = {
      name: "Press",
      family: "car-one",
      figures: {
        "idle-speed" => {
          low: 600,
          high: 650,
          date: "2026-01-02\nx"
        }
      }
    }
    expect(sent("POST", "/api/v1/cards", JSON.generate(card)).first).to eq 422
  end

  it "refuses addresses that are no text, and lists where one word is asked for" do
    [
      "/api/v1/jobs/%ff",
      "/api/v1/jobs/a%00b",
      "/%ff",
      "/assets/%ff",
      "/api/v1/worktop/%fe",
      "/api/v1/logs?name=%ff",
      "/api/v1/jobs?q=%00",
      "/api/v1/jobs?a=1&a[b]=2"
    ].each do |path|
      expect(refused(sent("GET", path, nil, nil), [400])).to eq(path.include?("?") ? "query" : "path")
    end
    {
      "/api/v1/gauges/vacuum?seed[]=1" => "seed",
      "/api/v1/gauges/vacuum?signal[a]=1" => "signal",
      "/api/v1/jobs?q[]=1" => "q",
      "/api/v1/jobs?state=lost" => "state",
      "/api/v1/jobs?from=-1" => "from"
    }.each do |path, field|
      expect(refused(sent("GET", path, nil, nil), [422])).to eq field
    end
    expect(
      refused(sent("POST", "/api/v1/logs?name[]=x", JSON.generate(sample: "fruit-lorry-road")), [422])
    ).to eq "name"
  end

  # Of 12 000 mutated requests 53 ended in 500 before; bench/mutations.rb sends as many again, this a fixed handful.
  it "answers no mutated request with a mistake of its own" do
    job
    bad = Mutations.each(seed: 1, count: 400, job: job["id"]).filter_map do |*request|
      status, _, text = sent(*request)
      # A shop that has changed nothing has an empty patch; /live has no socket to take over here.
      empty = text.empty? && !request[1].include?("/shop.patch")
      [request, status, text[0, 200]] if empty || (status >= 500 && !request[1].include?("/api/v1/live"))
    end
    expect(bad).to be_empty
  end
end
