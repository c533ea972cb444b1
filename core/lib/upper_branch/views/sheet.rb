# frozen_string_literal: true

module UpperBranch
  module Views
    # A work sheet as plain data, with the words of what it names.
    #
    #   Sheet.of(job, "seat-swollen")   # => {repair:, name:, purpose:, sections: [...], proof: [...]}
    #
    # Raises Invalid where this machine has no such repair.
    class Sheet
      # card: Workshop::SpecCard or nil; place: id or nil
      def self.of(job, id, card: nil, place: nil)
        new(job, Workshop::Sheet.of(job, id, card: card, place: place), place).to_h
      end

      # One step, of a sheet or of a plan.
      def self.step(step)
        notes = step.note.map { |id, row| { id: id, name: row["name"], number: row["number"] == true } }
        { id: step.id, do: step.do, stop: step.stop, check: step.check && { id: step.check.id, name: step.check.name },
          spots: step.spots, hazards: step.hazards, part: step.part, note: notes,
          figures: step.figures.map(&:to_h) }
      end

      def initialize(job, sheet, place)
        @job = job
        @machine = job.machine
        @sheet = sheet
        @plan = sheet.plan
        @place = place
      end

      def to_h
        words = Workshop::Repairs.words(@machine, @plan)
        {
          repair: @plan.id, name: words.name, text: words.text, place: @place, machine: @job.called,
          family: @machine.family["name"], purpose: purpose(words), state: @plan.state, minutes: @plan.minutes,
          refers: @plan.refers?, irreversible: @plan.irreversible, parts: @sheet.parts, tools: @sheet.tools,
          cautions: @sheet.hazards.map { |id| caution(id) }, sections: sections, schools: schools,
          choices: @sheet.recipe.choices.map { |row| row.transform_keys(&:to_sym) }, left: left,
          proof: @sheet.proof.map(&:to_h), avoid: @sheet.recipe.avoid
        }
      end

      private

      # Why it is done: what the fault does to the engine, and what mends it.
      def purpose(words)
        own = @sheet.recipe.purpose and return own
        [@machine.fault(@plan.id)&.why, words.text].compact.join(" ")
      end

      def caution(id)
        @machine.catalogue.hazard(id).slice("id", "name", "caution", "acknowledge").transform_keys(&:to_sym)
      end

      def sections
        @sheet.sections.map do |section|
          { id: section.id, name: section.name, steps: section.steps.map { |step| Sheet.step(step) } }
        end
      end

      # Where practice differs: what this shop has chosen, and what others do.
      def schools
        @sheet.recipe.schools.map do |id|
          topic = @machine.catalogue.book.schools.row(id)
          chosen = @machine.schools.chosen(id)
          { id: id, name: topic["name"], chosen: school(chosen),
            others: (topic["options"] - [chosen]).map { |row| school(row) } }
        end
      end

      def school(row) = row.slice("name", "why").transform_keys(&:to_sym)

      # What is written down as left.
      def left
        figures = @sheet.figures
        @sheet.recipe.left.map do |id|
          figure = figures.figure(id)
          { figure: id, name: figures.left_name(id), unit: figures.unit(id), wanted: figure.text,
            source: figure.source }
        end
      end
    end
  end
end
