# frozen_string_literal: true

require "upper_branch"
require "prop_check"
require "tmpdir"
require "json"

CATALOGUE = UpperBranch::Catalogue.load

# Jobs in a line: job("car-one", seen("hesitation"), found("pump-shot", "weak"))
module JobTalk
  def job(family, *entries, **machine)
    rows = [["machine", { "family" => family, **machine.transform_keys(&:to_s) }], *entries]
    rows.each_with_index.reduce(UpperBranch::Job.new(CATALOGUE, [])) do |known, ((kind, data), i)|
      known.with({ "id" => (i + 1).to_s, "kind" => kind, "data" => data })
    end
  end

  def seen(symptom, *conditions) = ["symptom", { "symptom" => symptom, "seen" => "present", "when" => conditions }]
  def not_seen(symptom) = ["symptom", { "symptom" => symptom, "seen" => "absent" }]
  def found(check, *outcomes) = ["check", { "check" => check, "outcomes" => outcomes }]

  def read(check, value, unit = nil)
    ["check", { "check" => check, "reading" => { "value" => value, "unit" => unit }.compact }]
  end

  def repaired(id) = ["repair", { "repair" => id }]
  def stands(**state) = ["state", state.transform_keys(&:to_s)]
  def struck(entry) = ["strike", { "entry" => entry }]

  def posterior(job, **options) = UpperBranch::Diagnosis::Posterior.of(job, **options)
  def trace(job) = UpperBranch::Views::Trace.of(job).to_h
  def next_step(job) = trace(job)[:next]
  def refusal(&) = expect(&).to(raise_error(UpperBranch::Invalid))
end

RSpec.configure do |config|
  config.include JobTalk
  config.disable_monkey_patching!
  config.order = :random
  config.mock_with(:rspec) { |mocks| mocks.verify_partial_doubles = true }
end
