# frozen_string_literal: true

require "set"

module UpperBranch
  class Catalogue
    # Do the tables agree with one another? Names that lead nowhere, words nobody causes, faults nobody can prove.
    # Runs on the raw tables, so that every problem can name its file and line.
    class Consistency
      # tables: hash of section => rows; locator: (section, index, reason) -> "file:line: reason"
      def initialize(tables, locator)
        @tables = tables
        @locator = locator
        @problems = []
      end

      # Array of "file:line: reason".
      def problems
        %i[
          unique_ids features_named links_lead_somewhere checks_name_known rules_name_known
          context_names_known order_names_known access_names_known schools_name_known mistakes_name_known primer_names_known worktop_names_known synonyms_find_their_term hazards_used renames_lead_somewhere
        ].each { |step| send(step) }
        return @problems if @problems.any?

        @problems.concat(Coverage.new(@tables, @locator).problems)
      end

      private

      def rows(section)
        data = @tables[section]
        data.is_a?(Hash) ? data[section] : data
      end

      def ids(section)
        (@ids ||= {})[section] ||= rows(section).to_set { |row| row["id"] }
      end

      def problem(section, index, reason)
        @problems << @locator.call(section, index, reason)
      end

      def unique_ids
        %w[families circuits symptoms effects faults checks hazards].each do |section|
          seen = Set.new
          rows(section).each_with_index { |row, i| problem(section, i, "#{row['id']}: this id is used twice") unless seen.add?(row["id"]) }
        end
      end

      def known(section, index, owner, names, allowed, what)
        (names.to_a - allowed.to_a).each { |name| problem(section, index, "#{owner}: no #{what} is called #{name}") }
      end

      def features_named
        all = @tables["families"]["features"].keys
        %w[symptoms faults checks].each do |section|
          rows(section).each_with_index do |row, i|
            flags = Needs.flags(row["needs"]) + Needs.flags((row["outcome_needs"] || {}).values.flatten)
            known(section, i, row["id"], flags, all, "feature")
            known(section, i, row["id"], row["families"], ids("families"), "family") if row["families"]
          end
        end
        rows("families").each_with_index { |row, i| known("families", i, row["id"], row["features"], all, "feature") }
      end

      def links_lead_somewhere
        %w[effects faults].each do |section|
          rows(section).each_with_index do |row, i|
            known(section, i, row["id"], (row["symptoms"] || {}).keys, ids("symptoms"), "symptom")
            known(section, i, row["id"], (row["effects"] || {}).keys, ids("effects"), "effect") if section == "faults"
            (row["checks"] || {}).each { |check, words| outcome_words(section, i, row["id"], check, words) }
            fault_names(i, row) if section == "faults"
          end
        end
      end

      def outcome_words(section, index, owner, check, words)
        row = checks_by_id[check] or return problem(section, index, "#{owner}: no check is called #{check}")

        known(section, index, owner, words.keys.flat_map { |key| key.split("/") }, row["outcomes"].keys, "outcome of #{check}")
      end

      def checks_by_id
        @checks_by_id ||= rows("checks").to_h { |row| [row["id"], row] }
      end

      def fault_names(index, row)
        circuit = row["circuit"] || row["file"]
        known("faults", index, row["id"], [circuit], ids("circuits"), "circuit")
        known("faults", index, row["id"], [row["repair"]], @tables["repairs"]["kinds"].map { |kind| kind["id"] }, "kind of repair")
        rate = row["rate"]
        known("faults", index, row["id"], [rate["when"]].compact + (rate["raised"] || {}).keys, context_conditions, "context condition") if rate.is_a?(Hash)
      end

      def context_conditions
        @context_conditions ||= (@tables["context"]["questions"].flat_map { |row| row["options"] } + @tables["context"]["work"])
                                .flat_map { |option| (option["holds"] || []) + (option["denies"] || []) }.to_set
      end

      def checks_name_known
        rows("checks").each_with_index do |row, i|
          known("checks", i, row["id"], (row["same"] || {}).values + (row["replaces"] || []), ids("symptoms"), "symptom")
          known("checks", i, row["id"], row["hazards"], ids("hazards"), "hazard")
          known("checks", i, row["id"], row["after"], ids("checks"), "check")
          words = (row["same"] || {}).keys + (row["outcome_needs"] || {}).keys + (row["neutral"] || []) + (row.dig("reading", "words") || [])
          known("checks", i, row["id"], words, row["outcomes"].keys, "outcome")
          reading_shape(i, row) if row["reading"]
        end
      end

      def reading_shape(index, row)
        reading = row["reading"]
        known("checks", index, row["id"], (reading["families"] || {}).keys, ids("families"), "family")
        known("checks", index, row["id"], [reading["calculator"]].compact, @tables["worktop"]["calculators"].map { |one| one["id"] }, "calculator")
        lists = [reading["cuts"], *(reading["families"] || {}).values].compact
        problem("checks", index, "#{row['id']}: a reading by number has cuts") if lists.empty? && %w[number calculator].include?(reading["by"] || "number")
        return unless %w[number calculator].include?(reading["by"] || "number")

        lists.each { |cuts| problem("checks", index, "#{row['id']}: a reading has one word more than it has cuts, and the cuts rise") unless cuts.sort == cuts && reading["words"].size == cuts.size + 1 }
      end

      def rules_name_known
        @tables["rules"]["couplings"].each_with_index do |row, i|
          known("couplings", i, row["name"], row["one"] + (row["other"] || []), ids("faults"), "fault")
          known("couplings", i, row["name"], row["other_effects"], ids("effects"), "effect")
        end
        @tables["rules"]["masks"].each_with_index do |row, i|
          known("masks", i, row["name"], [row["effect"], row["hides"]].compact, ids("effects"), "effect")
          known("masks", i, row["name"], [row["fault"]].compact, ids("faults"), "fault")
        end
      end

      def order_names_known
        @tables["rules"]["order"].each_with_index do |row, i|
          known("order", i, row["id"], %w[allow checks clear].flat_map { |key| row[key] || [] } + (row["groups"] || []).flatten, ids("checks"), "check")
          known("order", i, row["id"], row["symptoms"], ids("symptoms"), "symptom")
          known("order", i, row["id"], [row["repair"]].compact, @tables["repairs"]["composites"].map { |plan| plan["id"] }, "composite repair")
          (row["outcomes"] || []).map { |term| term.split("=") }.each { |check, word| outcome_words("order", i, row["id"], check, { word => nil }) }
        end
      end

      def access_names_known
        rows("families").each_with_index do |row, i|
          (row["access"] || []).each do |way|
            known("families", i, row["id"], way["checks"], ids("checks"), "check")
            known("families", i, row["id"], way["faults"], ids("faults"), "fault")
          end
        end
      end

      def context_names_known
        options = @tables["context"]["questions"].flat_map { |row| row["options"] }
        options.each { |option| known("context", 0, option["id"], (option["odds"] || {}).keys, ids("faults"), "fault") }
        @tables["context"]["work"].each do |row|
          known("context", 0, row["id"], row["faults"], ids("faults"), "fault")
          known("context", 0, row["id"], row["circuits"], ids("circuits"), "circuit")
        end
      end

      def schools_name_known
        rules = @tables["rules"]["order"].map { |row| row["id"] }
        rows("schools").each_with_index do |topic, i|
          known("schools", i, topic["id"], [topic["default"]], topic["options"].map { |row| row["id"] }, "option")
          topic["options"].each do |row|
            known("schools", i, topic["id"], row["lifts"], rules, "rule")
            known("schools", i, topic["id"], (row["odds"] || {}).keys + (row["words"] || {}).keys, ids("faults"), "fault")
            known("schools", i, topic["id"], %w[cuts steps tools].flat_map { |kind| (row[kind] || {}).keys }, ids("checks"), "check")
          end
        end
        @tables["house"].each_value { |list| known("house", 0, "house", list, ids("checks"), "check") }
      end

      def mistakes_name_known
        rows("mistakes").each_with_index { |row, i| known("mistakes", i, row["id"], row["checks"], ids("checks"), "check") }
      end

      def primer_names_known
        primer = @tables["primer"]
        openings = primer["openings"].map { |row| row["id"] }
        known("primer", 0, "feeds", primer["feeds"].keys, ids("circuits"), "circuit")
        primer["feeds"].each { |circuit, at| problem("primer", 0, "#{circuit}: says what it feeds at #{openings.join(', ')}") unless at.keys.sort == openings.sort }
        known("primer", 0, "drills", primer["drills"].map { |row| row["feature"] }, @tables["families"]["features"].keys, "feature")
      end

      def worktop_names_known
        @tables["worktop"]["calculators"].each do |row|
          known("worktop", 0, row["id"], [row["check"]].compact, ids("checks"), "check")
          known("worktop", 0, row["id"], [row["caution"]].compact, ids("hazards"), "hazard")
          known("worktop", 0, row["id"], [row.dig("plot", "x")].compact, row["inputs"].map { |input| input["id"] }, "input")
          known("worktop", 0, row["id"], row.dig("plot", "y"), row["outputs"].map { |output| output["id"] }, "output")
          known("worktop", 0, row["id"], (row["inputs"] + row["outputs"]).filter_map { |one| one["kind"] }, Measuring::Units::KINDS.keys, "kind of quantity")
        end
      end

      # The first word of each group must stand somewhere in the catalogue, or searching for the others finds nothing.
      def synonyms_find_their_term
        text = %w[circuits symptoms faults checks families].flat_map { |section| rows(section).flat_map { |row| row.values.grep(String) } }.join(" ").downcase
        rows("synonyms").each_with_index { |group, i| problem("synonyms", i, "#{group.first}: stands nowhere in the catalogue") unless text.include?(group.first) }
      end

      # Whatever an id was renamed to must exist.
      def renames_lead_somewhere
        RenameTargets.new(@tables).missing.each { |kind, old, new| problem("renames", 0, "#{kind}: #{old} was renamed to #{new}, which does not exist") }
      end

      def hazards_used
        used = (rows("checks") + @tables["repairs"]["kinds"] + @tables["repairs"]["composites"]).flat_map { |row| row["hazards"] || [] } +
               rows("symptoms").map { |row| row["hazard"] }
        rows("hazards").each_with_index { |row, i| problem("hazards", i, "#{row['id']}: no check or repair carries this caution") unless used.include?(row["id"]) }
      end
    end
  end
end
