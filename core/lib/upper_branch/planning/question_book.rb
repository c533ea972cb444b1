# frozen_string_literal: true

module UpperBranch
  module Planning
    # Everything that could be asked on one kind of machine, made once and kept with the catalogue: a question for each
    # symptom, and for each symptom the conditions that part its causes.
    #
    #   book = QuestionBook.for(machine)
    #   book.of(symptom)        # => Diagnosis::Question
    #   book.telling(symptom)   # => [Diagnosis::Question, ...]
    class QuestionBook
      def self.for(machine)
        machine.catalogue.kept.fetch([:question_book, machine.key]) { new(machine) }
      end

      def initialize(machine)
        arrows = machine.arrows
        symptoms = machine.symptoms.reject(&:healthy?)
        @of = symptoms.to_h { |one| [one.id, Diagnosis::Question.symptom(one)] }
        @telling = symptoms.to_h { |one| [one.id, parting(machine, arrows, one)] }
        freeze
      end

      # Of every symptom, in the order of the catalogue.
      def all = @of.values
      def of(symptom) = @of.fetch(symptom.id)
      def telling(symptom) = @telling.fetch(symptom.id)

      # About what it takes in memory.
      def bytes = (@of.size + @telling.values.sum(&:size)) * 400

      def inspect = "#<QuestionBook of #{@of.size} symptoms>"

      private

      def parting(machine, arrows, symptom)
        axes = arrows.axes(symptom)
        rows = machine.catalogue.conditions.select { |row| axes.include?(row["axis"]) }
        rows.map { |row| Diagnosis::Question.condition(machine.catalogue, symptom, row["id"]) }
      end
    end
  end
end
