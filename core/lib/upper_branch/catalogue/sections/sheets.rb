# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Work sheets: what is done at each repair, in building blocks. A fault's row stands between what every repair of
      # its kind begins and ends with.
      class Sheets < Section
        KINDS = %w[kind fault composite].freeze

        # The row of a kind of repair, a fault, a composite, or nil.
        def kind(id) = by("kind")[id]
        def fault(id) = by("fault")[id]
        def composite(id) = by("composite")[id]

        def tools = rows.flat_map { |row| row["tools"] || [] }

        private

        def by(what)
          @by ||= KINDS.to_h { |one| [one, rows.select { |row| row[one] }.to_h { |row| [row[one], row] }] }
          @by.fetch(what)
        end

        def look
          whole("kind", book.repairs.kinds.map { |row| row["id"] })
          whole("fault", book.faults.ids)
          whole("composite", book.repairs.composites.map { |row| row["id"] })
          rows.each_with_index { |row, i| one("/#{i}", row.values_at(*KINDS).compact.first, row) }
        end

        # Everything that can be mended has a sheet, once.
        def whole(what, wanted)
          there = rows.filter_map { |row| row[what] }
          problem("", "no sheet for the #{what} #{(wanted - there).join(', ')}") if (wanted - there).any?
          rows.each_with_index do |row, i|
            known("/#{i}", row[what], [row[what]], wanted, what) if row[what]
            problem("/#{i}", "#{row[what]}: two sheets") if row[what] && there.count(row[what]) > 1
          end
        end

        def one(at, owner, row)
          ways = row["ways"] || []
          steps = [row, *ways].flat_map { |part| part.values_at("before", "steps", "after").flatten.compact }
          known(at, owner, steps, book.work_steps.ids, "step")
          known(at, owner, ways.flat_map { |way| Needs.flags(way["needs"]) }, book.families.features.keys, "feature")
          beside(at, owner, row)
        end

        # What stands beside the steps.
        def beside(at, owner, row)
          known(at, owner, row["inside"], book.strip.items.map { |item| item["id"] }, "part that comes off")
          known(at, owner, row["left"], book.work_steps.figures.keys, "figure")
          known(at, owner, row["schools"], book.schools.ids, "school")
        end
      end
    end
  end
end
