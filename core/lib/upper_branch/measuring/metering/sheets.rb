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
          @sheets = (table["usual"].keys - ["all"]).to_h { |family| [family, Sheet.new(family, table, fuels)] }
        end

        # nil for a family that has none.
        def sheet(family) = @sheets[family]
        def all = @sheets.values

        # {id => name}, in the order they are shown.
        def groups = @table["groups"]

        # What was measured in a job and is a size here: [{"check", "field", "less"}]; and what a machine's engine says.
        def measured = @table["measured"]
        def engine = @table["engine"]
      end
    end
  end
end
