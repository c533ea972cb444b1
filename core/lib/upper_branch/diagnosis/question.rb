# frozen_string_literal: true

module UpperBranch
  module Diagnosis
    # Something that can be asked: whether a symptom is there, or whether one that was told shows under a condition. It
    # stands among the checks when the planner looks for the next step.
    #
    #   Question.symptom(symptom)                          # words "absent", "present"
    #   Question.condition(catalogue, symptom, "stone-cold") # words "yes", "no"
    #
    # A condition speaks by how it parts the causes of the symptom: each cause takes its share of "yes" by whether it
    # shows under the condition, and the answer is shared out among them like any word (no word of it is healthy).
    class Question
      YES = 0.9 # of a cause that shows under the condition only, how often it is told so; the rest is misjudged
      MINUTES = 0.5

      attr_reader :id, :symptom, :condition, :name

      def self.symptom(symptom) = new(symptom, nil, symptom.name)

      def self.condition(catalogue, symptom, condition)
        row = catalogue.conditions.find { |one| one["id"] == condition }
        new(symptom, condition, "#{symptom.name}: #{row['name']}?")
      end

      def initialize(symptom, condition, name)
        @symptom = symptom
        @condition = condition
        @name = name
        @id = ["ask", symptom.id, condition].compact.join(":")
        freeze
      end

      def minutes = MINUTES
      def normal = condition ? nil : "absent"
      def words = condition ? %w[yes no] : %w[absent present]
      def outside = symptom.outside
      def leak = symptom.leak
      def multi? = false
      def records? = false
      def warm_and_open? = false
      def states = ["any"]

      # As Compiled keeps it. arrows: Catalogue::Arrows; variants: of Compiled
      def table(arrows, variants)
        condition ? under(arrows, variants) : told(arrows, variants)
      end

      private

      # Told where it is there and asked for, and now and then though it is not.
      def told(arrows, variants)
        rows = variants.map { |one| [strength(arrows, one) * symptom.told] }
        Table.new(self, ["present"], rows, leaks: [1 - ((1 - symptom.leak) * (1 - symptom.told_falsely))])
      end

      def under(arrows, variants)
        rows = variants.map do |one|
          fits = arrows.fits(one.fault, symptom, condition)
          yes = fits.nil? ? 0.5 : (fits * YES) + ((1 - fits) * (1 - YES))
          strength(arrows, one).then { |a| [a * yes, a * (1 - yes)] }
        end
        Table.new(self, %w[yes no], rows, leaks: [symptom.leak / 2, symptom.leak / 2])
      end

      def strength(arrows, variant)
        arrows.row(variant.fault, symptom, hidden: variant.hidden)["present"]
      end
    end
  end
end
