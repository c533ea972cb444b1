# frozen_string_literal: true

# A row of the steps corpus as a job: what was told, then what was done, one short word each.
#
#   "pump-shot=weak"                 a check and its outcomes (comma between several)
#   "idle-jet-through@2=blocked"     the same at one place of several
#   "reported:needle-look=grooved"   the same, reported by somebody else
#   "read:fuel-pressure=9.5 psi"     a reading
#   "limit:float-level=21,23"        a limit of this job
#   "repaired:pump-cup"  "gate:fuel-out"  "waive:shaft-worn"  "strike" (the entry before)
#   "asked:rough-idle=present"  "when:hesitation@stone-cold=yes"  "gone:hesitation"  "still:hesitation"
#   "warm" "cold" "open" "bench" "apart"   how it stands
module BenchTalk
  STATES = { "warm" => { "engine" => "warm" }, "cold" => { "engine" => "cold" }, "open" => { "carburetor" => "open" },
             "bench" => { "carburetor" => "bench" }, "apart" => { "carburetor" => "apart" } }.freeze

  # What the engines of these rows are known by, unless a row says otherwise (invented): kW.
  ENGINES = { "small-float" => 4, "diaphragm" => 1.5, "slide" => 12, "cv" => 40, "aero-updraft" => 80 }.freeze

  # [kind, data] of one word; before: the entries so far
  def self.entry(word, before)
    head, rest = word.match(/\A(limit|reported|read|repaired|gate|waive|asked|when|gone|still):(.*)\z/)&.captures
    return plain(word, before) unless head

    send("said_#{head}", rest)
  end

  def self.plain(word, before)
    return ["state", STATES[word]] if STATES.key?(word)
    return ["strike", { "entry" => (before - 1).to_s }] if word == "strike"

    check, outcomes = word.split("=")
    ["check", { **at(check), "outcomes" => outcomes.split(",") }]
  end

  def self.at(check)
    id, place = check.split("@")
    { "check" => id, "place" => place }.compact
  end

  def self.said_reported(rest)
    plain(rest, 0).then { |kind, data| [kind, data.merge("reported" => "the licensed shop")] }
  end

  def self.said_read(rest)
    check, value, unit = rest.match(/\A(.*)=([\d.]+) (.*)\z/).captures
    ["check", { **at(check), "reading" => { "value" => value.to_f, "unit" => unit } }]
  end

  def self.said_limit(rest)
    check, cuts = rest.split("=")
    ["limits", { "limits" => { check => { "cuts" => cuts.split(",").map(&:to_f), "from" => "job" } } }]
  end

  def self.said_repaired(rest) = ["repair", { "repair" => rest }]
  def self.said_gate(rest) = ["gate", { "gate" => rest, "safe" => true }]
  def self.said_waive(rest) = ["waive", { "fault" => rest, "reason" => "the owner wants it so" }]
  def self.said_gone(rest) = ["symptom", { "symptom" => rest, "seen" => "absent" }]
  def self.said_still(rest) = ["symptom", { "symptom" => rest, "seen" => "present" }]

  def self.said_asked(rest)
    symptom, seen = rest.split("=")
    ["symptom", { "symptom" => symptom, "seen" => seen, "asked" => true }]
  end

  def self.said_when(rest)
    symptom, condition, answer = rest.split(/[@=]/)
    ["condition", { "symptom" => symptom, "condition" => condition, "answer" => answer }]
  end

  # Entries of a row, the machine first: [[kind, data], ...]
  def self.entries(row)
    known = row.slice("family", "features", "context", "work", "engine", "carburetors", "cylinders")
    machine = { "engine" => { "power" => ENGINES.fetch(row["family"], 60) } }.merge(known)
    told = (row["seen"] || []).map do |word|
      symptom, condition = word.split("@")
      ["symptom", { "symptom" => symptom, "seen" => "present", "when" => [condition].compact }]
    end
    (row["do"] || []).reject { |word| word.end_with?("?") }
                     .reduce([["machine", machine]] + told) { |all, word| all + [entry(word, all.size)] }
  end
end
