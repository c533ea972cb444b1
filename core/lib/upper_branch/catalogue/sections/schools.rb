# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Where good people disagree, and what each choice changes.
      class Schools < Section
        def tools
          rows.flat_map { |topic| topic["options"].flat_map { |row| (row["tools"] || {}).values.flatten } }
        end

        def shown
          { schools: rows.map { |row| row.slice("id", "name", "default").merge("options" => options(row)) } }
        end

        private

        def options(topic) = topic["options"].map { |row| row.slice("id", "name", "why") }

        def look
          rows.each_with_index do |topic, i|
            known("/#{i}", topic["id"], [topic["default"]], topic["options"].map { |row| row["id"] }, "option")
            topic["options"].each_with_index { |row, j| option("/#{i}/options/#{j}", topic["id"], row) }
          end
        end

        def option(at, topic, row)
          known(at, topic, row["lifts"], book.rules.order.map { |rule| rule["id"] }, "rule")
          known(at, topic, %w[odds words].flat_map { |kind| (row[kind] || {}).keys }, book.faults.ids, "fault")
          known(at, topic, %w[cuts steps tools].flat_map { |kind| (row[kind] || {}).keys }, book.checks.ids, "check")
        end
      end
    end
  end
end
