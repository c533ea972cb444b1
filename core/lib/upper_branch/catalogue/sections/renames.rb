# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Old ids and what they are called today. Whatever an id was renamed to must exist.
      class Renames < Section
        def record = Catalogue::Renames.new(data || {})

        private

        def look
          data.each do |kind, names|
            names.each do |old, new|
              unless leads?(kind, names, old, new)
                problem("/#{kind}", "#{kind}: #{old} was renamed to #{new}, which does not exist")
              end
            end
          end
        end

        # One that leads to another rename is followed there.
        def leads?(kind, names, old, new)
          of = old[%r{\A([^/]+)/}, 1]
          names.key?([of, new].compact.join("/")) || today(kind, of).include?(new)
        end

        # Every id of today of a kind. of: the check, question or topic it belongs to
        def today(kind, of)
          case kind
          when "outcomes" then book.checks.row(of).to_h.fetch("outcomes", {}).keys
          when "answers" then listed_ids(named(book.context.questions, of))
          when "options" then listed_ids(named(book.schools.rows, of))
          else by_themselves(kind)
          end
        end

        # Those that belong to nothing else.
        def by_themselves(kind)
          case kind
          when "features" then book.families.features.keys
          when "conditions" then listed_ids(book.symptoms.conditions)
          when "repairs" then listed_ids(book.repairs.composites) + book.faults.ids
          when "questions", "work" then listed_ids(book.context.data[kind])
          when "topics" then book.schools.ids
          when "tools" then book.checks.tools + book.schools.tools
          else book[kind].ids
          end
        end

        def listed_ids(rows) = rows.to_a.map { |row| row["id"] }
        def named(rows, id) = rows.find { |row| row["id"] == id }&.fetch("options")
      end
    end
  end
end
