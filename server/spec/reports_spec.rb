# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe "Reports over HTTP" do
  def report(job, query = "") = get_json("/api/v1/jobs/#{job['id']}/report#{query}")

  let(:job) do
    job_with(entry("symptom", symptom: "hesitation", seen: "present"),
             entry("check", check: "pump-shot", outcomes: ["weak"]),
             entry("repair", repair: "pump-cup", left: { "shot" => 0.7 }),
             entry("check", check: "pump-shot", outcomes: ["strong-at-once"]))
  end

  it "tell customer and shop by the contract, with the days of the job" do
    told = report(job)
    assert_response_schema_confirm(200)
    expect(told["title"]).to eq "Test job"
    expect(told["compared"].first).to include("before" => "Weak", "right" => true)
    expect(told["done"].first["left"].first).to include("name" => "Volume of a stroke", "value" => 0.7, "unit" => "mL")
    expect(Time.parse(told["begun"])).to be <= Time.parse(told["last"])
    expect(told["bench"]).to be_nil
    shop = report(job, "?for=shop")
    assert_response_schema_confirm(200)
    expect(shop["bench"]["told"].map { |row| row["says"] }).to include("Pump shot: weak")
  end

  it "say what they cannot be" do
    report(job, "?for=police")
    expect([last_response.status, answer["errors"].first["field"]]).to eq [422, "for"]
    report({ "id" => SecureRandom.uuid })
    expect(last_response.status).to eq 404
  end
end
