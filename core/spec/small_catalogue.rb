# frozen_string_literal: true

# Small invented catalogues for checking the arithmetic against plain enumeration.
module SmallCatalogue
  SCALE = {
    "rates" => {
      "VC" => {
        "value" => 0.2
      },
      "C" => {
        "value" => 0.1
      },
      "U" => {
        "value" => 0.05
      },
      "R" => {
        "value" => 0.01
      }
    },
    "leaks" => {
      "symptom" => 0.02,
      "vague_symptom" => 0.05,
      "check" => 0.03
    },
    "evidence" => {
      "false_report" => 0.001,
      "miss" => 0.03,
      "fact" => 0.98,
      "told" => 0.9,
      "seen_again" => 0.01
    },
    "told" => {
      "definite" => 0.04,
      "lay" => 0.1,
      "guess" => 0.3
    },
    "shown" => {
      "lasting" => 0.95,
      "same" => 0.7,
      "later" => 0.4,
      "hidden" => 0.05
    },
    "outside" => {
      "prior" => 0.02,
      "symptom" => 0.2,
      "check" => 0.1
    },
    "limits" => {
      "abnormal_sum" => 0.97,
      "condition_mismatch" => 0.1,
      "sets" => 3,
      "grown_from" => 400,
      "planning_hypotheses" => 300
    },
    "work" => {
      "named_odds" => 8,
      "circuit_odds" => 2
    },
    "verdict" => {
      "clear" => 0.9,
      "unexplained" => 0.12
    },
    "planning" => {
      "proof_minutes" => 10,
      "repair_now" => 0.8,
      "gain_floor" => 0.002,
      "gain_worth" => 0.02,
      "shown" => 0.2,
      "refit_extra" => 10
    }
  }.freeze

  # scale: whole sections that replace those of SCALE; faults: [{"id", "rate", "symptoms", "checks"}]; words: {check =>
  # [healthy, abnormal, ...]}; strengths: {letter => value}; kinds: {check => what its outcomes count for}
  def self.build(
    faults:,
    symptoms:,
    words:,
    strengths: { "A" => 0.92, "O" => 0.65, "S" => 0.3, "R" => 0.1 },
    couplings: [],
    masks: [],
    effects: [],
    scale: {},
    kinds: {}
  )
    UpperBranch::Catalogue.new(
      "scale" => SCALE.merge(scale).merge("strengths" => strengths.transform_values { |value| { "value" => value } }),
      "families" => {
        "features" => {
          "all" => "All"
        },
        "families" => [
          {
            "id" => "toy",
            "name" => "Toy",
            "features" => ["all"],
            "minutes" => {
              "warm" => 4,
              "open" => 5,
              "bench" => 10,
              "apart" => 8
            }
          }
        ]
      },
      "circuits" => [{ "id" => "main" }],
      "context" => {
        "questions" => [],
        "work" => []
      },
      "hazards" => [],
      "effects" => effects,
      "symptoms" => {
        "conditions" => [],
        "ways" => [{ "id" => "way", "name" => "A way", "shown" => "same", "minutes" => 5, "do" => "try" }],
        "symptoms" => symptoms.map { |id| { "id" => id, "name" => id, "group" => "all", "note" => "" } }
      },
      "checks" =>
        words.map do |id, outcomes|
          {
            "id" => id,
            "file" => "e",
            "name" => id,
            "state" => ["S"],
            "minutes" => 3,
            "steps" => ["look"],
            "outcomes" => outcomes.to_h { |word| [word, word] }
          }.merge(kinds.fetch(id, {}))
        end,
      "faults" =>
        faults.map do |row|
          {
            "circuit" => "main",
            "part" => row["id"],
            "name" => row["id"],
            "why" => "invented",
            "repair" => "mend",
            "do" => "mend"
          }.merge(row)
        end,
      "repairs" => {
        "kinds" => [
          { "id" => "mend", "name" => "Mend", "minutes" => 5, "success" => 0.9, "state" => "S", "hazards" => [] }
        ],
        "composites" => []
      },
      "rules" => {
        "couplings" => couplings,
        "masks" => masks,
        "order" => []
      },
      "schools" => [],
      "synonyms" => [],
      "mistakes" => [],
      "house" => {
        "other" => []
      }
    )
  end
end
