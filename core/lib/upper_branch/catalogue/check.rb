# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # One thing a technician can do to learn something: where, how long, with what, and its closed list of outcomes,
    # the healthy one first. What an outcome counts for is said of each (evidence by kind):
    #
    #   is      it is the defect, seen or measured: {word => [fault ids]}; those that fit the machine are found
    #   clears  it rules faults out, but for the chance to miss them: {word => [fault ids]}
    #   shows   a sign, by the strengths of the tables
    #   fits    it finds out how the machine is made: {word => {feature => true or false}}
    #
    # note: what more is said of this machine when it is done (Workshop::Notes);
    # per: the kind of place a finding of it can name ("carburetor", "screw" ...), or nil.
    class Check
      attr_reader :id, :name, :stage, :states, :minutes, :steps, :tools, :hazards, :outcomes, :after, :only_when,
                  :neutral, :puts_back, :reading, :needs, :families, :outside, :is, :clears, :observes, :miss, :cures,
                  :false_report, :fits, :per, :note

      # scale: of the catalogue the row belongs to
      def initialize(row, scale)
        @id = row["id"]
        @name = row["name"]
        @stage = row["file"][0].upcase
        @states = row["state"]
        @minutes = row["minutes"]
        @outcomes = row["outcomes"]
        @reading = row["reading"]
        @per = row["per"]
        @note = row["note"]
        @needs = row["needs"] || []
        @families = row["families"]
        %w[steps tools hazards after only_when neutral puts_back].each do |key|
          instance_variable_set("@#{key}", row[key] || [])
        end
        know_kinds(row, scale)
        @flags = row.slice("multi", "records", "after_run", "warm_and_open", "no_healthy", "retest", "standard_only")
        @outcome_needs = row["outcome_needs"] || {}
        @outside = scale["outside"]["check"]
        freeze
      end

      def multi? = @flags["multi"] == true
      def records? = @flags["records"] == true
      def retest? = @flags["retest"] == true
      # Tells only while jets and needle are as the maker fitted them.
      def standard_only? = @flags["standard_only"] == true
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

      # [[word, symptom], ...]: words that are the same observation as a symptom; of several, the first stands for it.
      def same = observes.map { |symptom, row| [row["words"].first, symptom] }

      # Chance of each word without any fault of the catalogue: a defect is misread far more rarely than a sign.
      def leaks(words)
        signs = words.count { |word| !is.key?(word) }
        words.map { |word| is.key?(word) ? @false_report : @leak / signs }
      end

      # Faults that the healthy word clears.
      def cleared = clears.fetch(outcomes.keys.first, [])

      # Abnormal words that clear what lies before the place they name.
      def clearing_words = clears.keys - [normal]

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

      private

      def know_kinds(row, scale)
        @is = (row["is"] || {}).transform_values { |ids| Array(ids) }
        @clears = row["clears"] || {}
        @observes = row["observes"] || {}
        @fits = row["fits"] || {}
        @cures = row["cures"] || []
        @leak = row["leak"] || scale["leaks"]["check"]
        @false_report, @miss = scale["evidence"].values_at("false_report", "miss")
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
