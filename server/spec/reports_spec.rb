# frozen_string_literal: true

require_relative "server_helper"
require "pdf/inspector"

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

  # What stands on its pages, in one line.
  def paper(job, query = "")
    get "/api/v1/jobs/#{job['id']}/report.pdf#{query}"
    expect(last_response.headers["content-type"]).to eq "application/pdf"
    [PDF::Inspector::Text.analyze(last_response.body).strings.join(" "),
     PDF::Inspector::Page.analyze(last_response.body).pages.size]
  end

  it "stand on paper word for word, a customer's on one page, with the shop's fonts in it" do
    text, pages = paper(job)
    expect(last_response.headers["content-disposition"]).to eq 'attachment; filename="report-customer.pdf"'
    expect(pages).to eq 1
    expect(text).to include("Test job", "What was done", "Pump shot", "Weak", "Volume of a stroke: left at 0.7 mL",
                            "local codes and licensed practice", "1 of 1")
    expect(last_response.body).to include("AtkinsonHyperlegible")
    shop, = paper(job, "?for=shop")
    expect(shop).to include("Everything entered", "Pump shot: weak", "Still suspected")
  end

  it "hold their photos, and say which are not here" do
    UpperBranchServer::Demo.load(ServerUnderTest.store, ServerUnderTest.database)
    id = ServerUnderTest.database[:jobs].where(title: "Sprayer pump pours fuel from its vent").get(:id)
    text, = paper({ "id" => id })
    expect(text).to include("Photos", "the seat as it was found", "bowl, its nut and the old ring")
    expect(last_response.body.scan("/Subtype /Image").size).to eq 2
    photos = ServerUnderTest.database[:photos]
    photos.where(id: photos.get(:id)).delete
    text, = paper({ "id" => id })
    expect(text).to include "This picture is not here yet."
    expect(last_response.body.scan("/Subtype /Image").size).to eq 1
  end

  it "draw the section with what was found wrong, and the branch for the shop, as vectors" do
    get "/api/v1/jobs/#{job['id']}/section.svg"
    expect([last_response.status, last_response.headers["content-type"]]).to eq [200, "image/svg+xml"]
    drawing = REXML::Document.new(last_response.body)
    wrong = drawing.get_elements("//*[@fill='#{UpperBranchServer::Reports::SectionSvg::WRONG}']")
    expect(wrong.size).to be_between(1, 12)
    get "/api/v1/jobs/#{job['id']}/branch.svg"
    limbs = REXML::Document.new(last_response.body).get_elements("//text").map(&:text)
    expect(limbs.join(" ")).to match(/Accelerator pump \d+ %/)
    paper(job)
    lines = PDF::Inspector::Graphics::Line.analyze(last_response.body)
    expect(lines.points.size).to be > 50
    expect(last_response.body.scan("/Subtype /Image")).to be_empty
    shop, = paper(job, "?for=shop")
    expect(shop).to include("The branch", "Cold start")
  end

  it "draw every family that has a section" do
    CATALOGUE.families.each do |family|
      made = { family: family["id"], features: family["features"], parts: [] }
      expect(UpperBranchServer::Reports::SectionSvg.of(made)).to include("<path")
    end
    expect(UpperBranchServer::Reports::SectionSvg.of({ family: "steam", features: [], parts: [] })).to be_nil
  end

  it "run on over as many pages as it takes, whatever letters are in them" do
    notes = Array.new(80) { |i| entry("note", text: "Ärmel, naïve, 3 µm ± 2, line #{i}: #{'so it went on ' * 6}") }
    long = job_with(*notes)
    text, pages = paper(long, "?for=shop")
    expect(pages).to be_between(3, 8)
    expect(text).to include("Ärmel, naïve, 3 µm ± 2", "line 79", "#{pages} of #{pages}")
  end

  it "say the day on which a plan is due again, once it is over" do
    plan = post_json("/api/v1/jobs",
                     { id: SecureRandom.uuid, title: "Inspection", entries: [machine(plan: "inspection")] })
    expect(report(plan).values_at("due", "due_on")).to match [/Yearly/, nil]
    post_json("/api/v1/jobs/#{plan['id']}/entries",
              { version: 1, entries: [entry("close", as: "unproven", reason: "taken home")] })
    told = report(plan)
    assert_response_schema_confirm(200)
    expect(told["due_on"]).to eq Date.parse(told["last"]).next_year.iso8601
    text, = paper(plan)
    expect(text).to include("Due again", "On #{Date.parse(told['due_on']).strftime('%-d %B %Y')}.")
  end

  it "say what they cannot be" do
    get "/api/v1/jobs/#{job['id']}/report.pdf?for=police"
    expect(last_response.status).to eq 422
    report(job, "?for=police")
    expect([last_response.status, answer["errors"].first["field"]]).to eq [422, "for"]
    report({ "id" => SecureRandom.uuid })
    expect(last_response.status).to eq 404
  end
end
