# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # The sheets of holes, one for each family of carburetors, from core/knowledge/geometry.yml.
      #
      #   catalogue.geometry.sheet("car-one").curve("main_jet" => 1.3)
      class Sheets
        # table: geometry.yml as read; fuels: rows of worktop.yml
        def initialize(table, fuels)
          @table = table
          @figures = table["figures"]
          @sheets = (table["usual"].keys - ["all"]).to_h { |family| [family, Sheet.new(family, table, fuels)] }
        end

        # nil for a family that has none.
        def sheet(family) = @sheets[family]
        def all = @sheets.values

        # Coefficients: {name => {"value", "when", "source"}}
        attr_reader :figures

        # {id => name}, in the order they are shown.
        def groups = @table["groups"]

        # Sizes of the carburetor itself, as a spec card may hold them: [{"id", "name", "unit", "units", "size"}]
        def holes
          fields = @table["fields"].reject { |row| row["choices"] || %w[engine air].include?(row["group"]) }
          @holes ||= fields.map do |row|
            { "id" => "size-#{row['id'].tr('_', '-')}", "name" => "#{groups[row['group']]}: #{row['name']}",
              "unit" => row["unit"], "units" => Units::KINDS.fetch(row["kind"]), "size" => row["id"] }
          end
        end

        # What was measured in a job and is a size here: [{"check", "field", "less"}]; and what a machine's engine says.
        def measured = @table["measured"]
        def engine = @table["engine"]
      end
    end
  end
end
