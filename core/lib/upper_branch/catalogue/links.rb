# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # The arrows of the tables: "cause shows finding with strength", optionally only under conditions.
    # Written {finding: A}, {finding: {when: [..], strength: A}}, and for checks {check: {"one/other": A}} where the
    # strength is shared between the words.
    module Links
      Link = Struct.new(:id, :strength, :conditions)

      # {"hesitation" => "A"} -> [Link("hesitation", "A", [])]
      def self.plain(table)
        (table || {}).map do |id, value|
          value.is_a?(Hash) ? Link.new(id, value["strength"], value["when"]) : Link.new(id, value, [])
        end
      end

      # {"pump-shot" => {"weak/none" => "A"}} -> [["pump-shot", "weak", "A", 0.5], ["pump-shot", "none", "A", 0.5]]
      def self.outcomes(table)
        (table || {}).flat_map do |check, words|
          words.flat_map do |joined, letter|
            list = joined.split("/")
            list.map { |word| [check, word, letter, 1.0 / list.size] }
          end
        end
      end
    end
  end
end
