# frozen_string_literal: true

require "upper_branch"
require "prop_check"
require "tmpdir"
require "json"
require "timeout"

BASE_TABLES = UpperBranch::Catalogue::Loader.new(UpperBranch::Catalogue::DEFAULT).read
CATALOGUE = UpperBranch::Catalogue.new(BASE_TABLES)

# The worktop asked in a line, every field that is not given at its usual value.
module WorktopTalk
  def calculator(id) = CATALOGUE.worktop.calculator(id)
  def answer(id, inputs) = calculator(id).run(usual(calculator(id)).merge(inputs))
  def value(id, inputs, output) = answer(id, inputs).outputs.find { |one| one.id == output }.value
  def says(id, inputs) = answer(id, inputs).says.join(" ")
end

# Jobs in a line: job("car-one", seen("hesitation"), found("pump-shot", "weak"))
module JobTalk
  # As it is written down after the fact: gates let it pass.
  def job(family, *entries, **machine) = entered(family, entries, machine, record: true)

  # As it is entered at the bench, one thing after the other.
  def live_job(family, *entries, **machine) = entered(family, entries, machine, record: false)

  def entered(family, entries, machine, record:)
    rows = [["machine", { "family" => family, **machine.transform_keys(&:to_s) }], *entries]
    rows.each_with_index.reduce(UpperBranch::Job.new(CATALOGUE, [], record: record)) do |known, ((kind, data), i)|
      known.with({ "id" => (i + 1).to_s, "kind" => kind, "data" => data })
    end
  end

  def seen(symptom, *conditions) = ["symptom", { "symptom" => symptom, "seen" => "present", "when" => conditions }]
  def not_seen(symptom) = ["symptom", { "symptom" => symptom, "seen" => "absent" }]
  def found(check, *outcomes) = ["check", { "check" => check, "outcomes" => outcomes }]

  def read(check, value, unit = nil)
    ["check", { "check" => check, "reading" => { "value" => value, "unit" => unit }.compact }]
  end

  def reported(check, by, *outcomes) = ["check", { "check" => check, "outcomes" => outcomes, "reported" => by }]
  def asked(symptom, seen) = ["symptom", { "symptom" => symptom, "seen" => seen, "asked" => true }]

  def when_asked(symptom, condition, answer)
    ["condition", { "symptom" => symptom, "condition" => condition, "answer" => answer }]
  end

  def recreated(symptom, way, shown) = ["recreate", { "symptom" => symptom, "way" => way, "shown" => shown }]
  def safe(gate) = ["gate", { "gate" => gate, "safe" => true }]
  def waived(fault, reason = "the owner wants it so") = ["waive", { "fault" => fault, "reason" => reason }]
  def repaired(id) = ["repair", { "repair" => id }]
  def stands(**state) = ["state", state.transform_keys(&:to_s)]
  def struck(entry) = ["strike", { "entry" => entry }]

  # Every field of a calculator at its usual value, as the page sends them.
  def usual(calculator)
    calculator.inputs.to_h { |input| [input.id, input.to_h["default"]] }.compact
  end

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
  # An example that waits for what never comes fails under its own name, instead of holding up the whole run (once for
  # an hour). The longest takes about a minute on an idle machine.
  config.around { |example| Timeout.timeout(600) { example.run } }
end
