# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # What a fault does to a circuit, and how that shows: written once, so that every fault that starves the idle shows
    # as every starved idle does.
    class Effect
      attr_reader :id, :says, :symptoms, :outcomes

      def initialize(row)
        @id = row["id"]
        @says = row["says"]
        @symptoms = Links.plain(row["symptoms"])
        @outcomes = Links.outcomes(row["checks"])
        freeze
      end

      def shows_symptom?(id) = symptoms.any? { |link| link.id == id }

      # Whether it shows any of these words at a check.
      def shows_words?(check_id, words) = outcomes.any? { |check, word,| check == check_id && words.include?(word) }
    end
  end
end
