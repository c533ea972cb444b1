# frozen_string_literal: true

RSpec.describe UpperBranch::Learning::PastJobs do
  it "tells what other numbers would have made of past jobs: the first ranking comes nearer to what was so" do
    jobs = [[job("small-float", seen("no-start-cold")).entries, ["water"]],
            [job("small-float", seen("dies-opening")).entries, ["water"]],
            [job("small-float").entries, ["water"]]] # nothing was complained of
    layer = UpperBranch::Catalogue::Layer.new([{ "at" => "/learned/rates/small-float/water", "value" => 5 }])
    told = described_class.between(jobs, CATALOGUE, UpperBranch::Catalogue.new(layer.over(BASE_TABLES)))
    expect(told).to include(jobs: 2, worse: 0)
    expect(told[:better]).to be_positive
    expect(told[:brier].last).to be < told[:brier].first
  end
end
