# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # One thing a technician can do to learn something: where, how long, with what, and its closed list of outcomes,
    # the healthy one first.
    class Check
      attr_reader :id, :name, :stage, :states, :minutes, :steps, :tools, :hazards, :outcomes, :same, :replaces, :after,
                  :only_when, :neutral, :puts_back, :reading, :needs, :families, :leak, :outside

      # scale: of the catalogue the row belongs to
      def initialize(row, scale)
        @id = row["id"]
        @name = row["name"]
        @stage = row["file"][0].upcase
        @states = row["state"]
        @minutes = row["minutes"]
        @outcomes = row["outcomes"]
        @reading = row["reading"]
        @needs = row["needs"] || []
        @families = row["families"]
        %w[steps tools hazards after only_when neutral replaces puts_back].each do |key|
          instance_variable_set("@#{key}", row[key] || [])
        end
        @same = row["same"] || {}
        @flags = row.slice("multi", "records", "after_run", "warm_and_open", "no_healthy")
        @outcome_needs = row["outcome_needs"] || {}
        @leak = scale["leaks"]["check"]
        @outside = scale["outside"]["check"]
        freeze
      end

      def multi? = @flags["multi"] == true
      def records? = @flags["records"] == true
      def after_run? = @flags["after_run"] == true
      def warm_and_open? = @flags["warm_and_open"] == true

      # The healthy word, or nil where every word accuses something (vent-finger).
      def normal
        outcomes.keys.first unless @flags["no_healthy"]
      end

      # Abnormal words that can occur on a machine with these features (Set).
      def abnormal(features)
        words(features) - [normal] - neutral
      end

      # Every word that can be entered on such a machine.
      def words(features)
        outcomes.keys.select { |word| Needs.met?(@outcome_needs[word], features) }
      end

      # Features a word needs.
      def needs_of(word)
        @outcome_needs[word] || []
      end

      # Symptoms that this check observes over again: its result stands in their place.
      def replaced_symptoms
        (same.values + replaces).uniq
      end

      # The same check where a family gives easier access: other states, other minutes. row: of the family's `access`
      def reached(row)
        dup.reach(row)
      end

      def on?(family_id, features)
        (families.nil? || families.include?(family_id)) && Needs.met?(needs, features)
      end

      def outcome_flags
        Needs.flags(@outcome_needs.values.flatten)
      end

      protected

      def reach(row)
        @states = [row["state"]]
        @minutes = row["minutes"] || @minutes
        freeze
      end
    end
  end
end
