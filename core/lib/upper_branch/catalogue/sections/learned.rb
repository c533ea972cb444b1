# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # What closed jobs have taught beyond the tables: how much more often a fault is met on a family than they say,
      # and how often one shows a word.
      class Learned < Section
        # {fault id => factor on its prior odds}
        def rates(family_id) = (data || {}).dig("rates", family_id) || {}

        # {finding id => {word => share}}
        def strengths(fault_id) = (data || {}).dig("strengths", fault_id) || {}

        def digests
          sums = (data || {})["strengths"].to_h.transform_values { |row| sum(row) }
          (data || {})["rates"].to_h.each_with_object(sums) { |(family, row), all| all["on #{family}"] = sum(row) }
        end

        private

        def look
          (data["rates"] || {}).each do |family, row|
            known("/rates", family, [family], book.families.ids, "family")
            known("/rates/#{family}", family, row.keys, book.faults.ids, "fault")
          end
          (data["strengths"] || {}).each { |fault, row| strengths_of(fault, row) }
        end

        def strengths_of(fault, row)
          known("/strengths", fault, [fault], book.faults.ids, "fault")
          row.each do |finding, words|
            if book.symptoms.ids.include?(finding)
              known("/strengths/#{fault}", fault, words.keys, ["present"], "answer to a complaint")
            else
              answers("/strengths/#{fault}", fault, finding, words.keys)
            end
          end
        end
      end
    end
  end
end
