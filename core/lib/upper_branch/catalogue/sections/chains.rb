# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Paths that work link by link.
      class Chains < Section
        def records = rows.map { |row| Chain.new(row) }
        def digests = sums
        def shown = { chains: rows.map { |row| row.slice("id", "name", "says").merge("links" => row["links"]) } }

        private

        def look
          unique
          rows.each_with_index do |row, i|
            links = row["links"].map { |link| link["id"] }
            known("/#{i}", row["id"], row["links"].flat_map { |link| link["faults"] }, book.faults.ids, "fault")
            row["looks"].each { |one| looked("/#{i}", row["id"], one, links) }
          end
        end

        def looked(at, owner, look, links)
          named = [*look["points"]&.values, *look["shows"]&.values, look.dig("joined", "after"), look["dim"],
                   look["blind"]]
          known(at, owner, named.flatten.compact, links, "link")
          words = [*look["points"]&.keys&.flat_map { |key| key.split("/") }, *look["shows"]&.keys, look["whole"],
                   *look["joined"]&.values_at("cured", "not_cured")]
          answers(at, owner, look["check"], words.compact)
        end
      end
    end
  end
end
