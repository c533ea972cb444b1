# frozen_string_literal: true

module UpperBranch
  class Catalogue
    # What is different between two catalogues, by the sums of their records.
    module Changes
      # old, new: as Catalogue#digests gives them. {section => [ids that are new, gone or different]}; sections without
      # change left out.
      #
      #   Changes.between(old, new)  # => {"faults" => ["pump-cup"], "checks" => ["pump-shot"]}
      def self.between(old, new)
        sections = (old.keys | new.keys).to_h do |section|
          before = old[section] || {}
          after = new[section] || {}
          [section, (before.keys | after.keys).reject { |id| before[id] == after[id] }.sort]
        end
        sections.reject { |_, ids| ids.empty? }
      end
    end
  end
end
