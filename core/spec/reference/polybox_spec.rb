# frozen_string_literal: true

require_relative "../small_catalogue"

# Published source: J. de Kleer and B. C. Williams, Diagnosing Multiple Faults, Artificial Intelligence 32 (1987): the
# polybox of three multipliers and two adders. F reads 10 where 12 is due, G reads 12 as it should. Minimal diagnoses
# {A1}, {M1}, {M2, M3}, {M2, A2}; the first measurement to make is X. A broken M2 spoils F and G; M3 or A2 broken as
# well can hide it at G: the masks.
RSpec.describe "The polybox" do
  let(:catalogue) do
    part = ->(id, effects) { { "id" => id, "rate" => "C", "effects" => effects.to_h { |effect| [effect, "A"] } } }
    mask = ->(one, effect) { { "name" => "#{one} hides #{effect}", "fault" => one, "hides" => effect } }
    SmallCatalogue.build(
      symptoms: [],
      words: {
        "F" => %w[12 not-12],
        "G" => %w[12 not-12],
        "X" => %w[6 not-6],
        "Y" => %w[6 not-6],
        "Z" => %w[6 not-6]
      },
      strengths: {
        "A" => 0.9999
      },
      effects:
        [%w[m1 F X], %w[a1 F], %w[m2-f F Y], %w[m2-g G], %w[m3 G Z], %w[m3-z Z], %w[a2 G]].map do |id, *checks|
          {
            "id" => id,
            "says" => id,
            "checks" => checks.to_h { |check| [check, { (%w[F G].include?(check) ? "not-12" : "not-6") => "A" }] }
          }
        end,
      faults: [
        part.call("M1", ["m1"]),
        part.call("M2", %w[m2-f m2-g]),
        part.call("M3", %w[m3-z m3]),
        part.call("A1", ["a1"]),
        part.call("A2", ["a2"])
      ],
      masks: [mask.call("M3", "m2-g"), mask.call("A2", "m2-g"), mask.call("M2", "m3"), mask.call("M2", "a2")],
      scale: {
        "leaks" => {
          "symptom" => 1e-9,
          "vague_symptom" => 1e-9,
          "check" => 1e-9
        },
        "outside" => {
          "prior" => 1e-9,
          "symptom" => 0.1,
          "check" => 0.1
        },
        "rates" => {
          "C" => {
            "value" => 0.01
          }
        },
        "limits" => SmallCatalogue::SCALE["limits"].merge("abnormal_sum" => 0.9999)
      }
    )
  end
  let(:believed) do
    entries =
      [["machine", { "family" => "toy" }], found("F", "not-12"), found("G", "12")].each_with_index
        .map { |(kind, data), i| { "id" => i.to_s, "kind" => kind, "data" => data } }
    posterior(UpperBranch::Job.new(catalogue, entries), size: 5)
  end

  it "leads with the four minimal diagnoses, the singles before the pairs" do
    leading = believed.sets(40).reject { |row| row.faults.empty? || row.probability < 1e-3 }.map(&:faults)
    expect(leading.first(2)).to contain_exactly(["A1"], ["M1"])
    minimal =
      leading.reject { |set| leading.any? { |other| other != set && (other - set).empty? && other.size < set.size } }
    expect(minimal.first(4)).to contain_exactly(["A1"], ["M1"], %w[M2 M3], %w[A2 M2])
  end

  it "measures X first" do
    rows = believed.rows(300)
    forecast =
      UpperBranch::Diagnosis::Forecast.new(believed.compiled, believed.machine.checks, rows.masked, rows.probability)
    gains = %w[X Y Z].to_h { |id| [id, forecast.gain(believed.machine.check(id))] }
    expect(gains.max_by(&:last).first).to eq "X"
  end
end
