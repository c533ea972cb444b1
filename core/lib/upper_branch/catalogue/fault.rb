# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # One way a part fails: what it does (effects), what only it shows (own symptoms and check words), how often, how
    # mended.
    class Fault
      Part = Struct.new(:id, :name, :circuit)

      attr_reader :id,
                  :name,
                  :why,
                  :circuit,
                  :part,
                  :needs,
                  :rate,
                  :effects,
                  :symptoms,
                  :outcomes,
                  :repair,
                  :repair_text,
                  :intended,
                  :families,
                  :only_at

      def initialize(row)
        @id = row["id"]
        @name = row["name"]
        @why = row["why"]
        @circuit = row["circuit"] || row["file"]
        @part = Part.new(row["part"].downcase.gsub(/[^a-z]+/, "-"), row["part"], @circuit)
        @needs = row["needs"] || []
        @families = row["families"]
        @rate = row["rate"].is_a?(Hash) ? row["rate"] : { "is" => row["rate"] }
        @effects = Links.plain(row["effects"])
        @symptoms = Links.plain(row["symptoms"])
        @outcomes = Links.outcomes(row["checks"])
        @repair = row["repair"]
        @repair_text = row["do"]
        @memory = row["memory"]
        @intended = row["intended"]
        @only_at = row["only_at"] || []
        freeze
      end

      # intended: the condition under which this is meant so and no fault (an open filter on a machine that was
      # modified), or nil. only_at: ids of the places it can be at, where these are not all of its kind.

      # True when the row is from the writer's memory and not from the brief.
      def from_memory?
        @memory == true
      end

      def on?(family_id, features)
        (families.nil? || families.include?(family_id)) && Needs.met?(needs, features)
      end
    end
  end
end
