# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # What is observed without a check. Outcomes: "absent" (healthy) and "present".
    class Symptom
      attr_reader :id, :name, :group, :note, :synonyms, :needs, :leak, :hazard, :told, :told_falsely

      # scale: of the catalogue the row belongs to
      def initialize(row, scale)
        @id = row["id"]
        @name = row["name"]
        @group = row["group"]
        @note = row["note"]
        @synonyms = row["synonyms"] || []
        @needs = row["needs"] || []
        @hazard = row["hazard"]
        @healthy = row["healthy"] == true
        @leak = row["leak"] || scale["leaks"].fetch(row["vague"] ? "vague_symptom" : "symptom")
        @told = scale["evidence"]["told"]
        @told_falsely = scale["told"].fetch(row["told"] || "definite")
        @outside = scale["outside"].fetch("symptom")
        freeze
      end

      # told: chance that it is told when it is there and asked for; told_falsely: that it is told though it does not
      # occur.

      # A word for a machine that runs right: used in proving, has no cause, carries no evidence by itself.
      def healthy?
        @healthy
      end

      def abnormal(_features = nil)
        healthy? ? [] : ["present"]
      end

      def normal
        "absent"
      end

      def multi?
        false
      end

      # Chance that a cause outside the catalogue shows it.
      attr_reader :outside
    end
  end
end
