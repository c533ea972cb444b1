# frozen_string_literal: true

module UpperBranchServer
  # The catalogue as the screens need it: words, steps, cautions; no odds.
  class CatalogueView
    READING = %w[by instrument gauge name unit units resolution physical words source calculator ask points altitude].freeze

    def initialize(catalogue)
      @catalogue = catalogue
    end

    def to_h
      { stamp: @catalogue.stamp, features: @catalogue.features.map { |id, name| { id: id, name: name } },
        families: @catalogue.families.map { |row| row.slice("id", "name", "is", "features") },
        circuits: @catalogue.circuits, conditions: @catalogue.conditions, symptoms: @catalogue.symptoms.map { |row| symptom(row) },
        checks: @catalogue.checks.map { |row| check(row) }, hazards: @catalogue.hazards,
        questions: @catalogue.questions.map { |row| { id: row["id"], name: row["name"], options: row["options"].map { |option| option.slice("id", "name") } } },
        work: @catalogue.work.map { |row| row.slice("id", "name") }, faults: @catalogue.faults.map { |row| fault(row) },
        schools: schools, synonyms: @catalogue.synonyms, mistakes: @catalogue.mistakes, primer: @catalogue.primer, tools: @catalogue.tools }
    end

    private

    def symptom(row)
      { id: row.id, name: row.name, group: row.group, note: row.note, synonyms: row.synonyms, needs: row.needs, hazard: row.hazard, healthy: row.healthy? }
    end

    def check(row)
      { id: row.id, name: row.name, stage: row.stage, states: row.states, minutes: row.minutes, steps: row.steps, tools: row.tools, hazards: row.hazards, needs: row.needs,
        multi: row.multi?, outcomes: row.outcomes.map { |id, name| outcome(row, id, name) }, reading: reading(row) }
    end

    def outcome(row, id, name)
      kind = "abnormal"
      kind = "healthy" if id == row.normal
      kind = "neutral" if row.neutral.include?(id)
      { id: id, name: name, kind: kind, needs: row.needs_of(id) }
    end

    # Symptoms a fault can show, by itself or through its effects.
    def shows(row)
      (row.symptoms.map(&:id) + row.effects.flat_map { |link| (@catalogue.effect(link.id)["symptoms"] || {}).keys }).uniq
    end

    def schools
      @catalogue.schools.map { |topic| { id: topic["id"], name: topic["name"], default: topic["default"], options: topic["options"].map { |row| row.slice("id", "name", "why") } } }
    end

    def reading(row)
      row.reading && { "by" => "number", "instrument" => "number", "units" => [row.reading["unit"]], "ask" => [] }.merge(row.reading.slice(*READING))
    end

    def fault(row)
      { id: row.id, name: row.name, why: row.why, circuit: row.circuit, part: row.part.id, part_name: row.part.name, repair: row.repair_text, from_memory: row.from_memory?, needs: row.needs,
        symptoms: shows(row), proof: row.outcomes.map { |check, word,| { check: check, word: word } } }
    end
  end
end
