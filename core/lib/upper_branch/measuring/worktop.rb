# frozen_string_literal: true

module UpperBranch
  module Measuring
    # Every calculator of the trade, declared in core/knowledge/worktop.yml, its formula in measuring/formulas/.
    #
    #   Worktop.new(catalogue.worktop).calculator("jet-change").run("before" => 135, "after" => 138).outputs.first
    class Worktop
      FORMULAS = [
        Formulas::Readings,
        Formulas::Holes,
        Formulas::Flow,
        Formulas::Supply,
        Formulas::Level,
        Formulas::Circuits,
        Formulas::AirSide,
        Formulas::Throttle,
        Formulas::Engine,
        Formulas::Sizing,
        Formulas::Weather
      ].freeze

      # The formula of a calculator (Method), or nil. id: as in worktop.yml
      def self.formula(id)
        name = id.tr("-", "_").to_sym
        FORMULAS.find { |group| group.respond_to?(name) }&.method(name)
      end

      attr_reader :calculators

      # table: worktop.yml as read; every calculator of it has its formula
      def initialize(table)
        @hand = table["hand"]["timing"]
        @coefficients = table["coefficients"]
        shared = { fuels: table["fuels"], drills: Drills.all(table["number_drills"]), hand: @hand }
        @calculators =
          table["calculators"].map { |row| Calculator.new(filled_in(row), Worktop.formula(row["id"]), shared) }
      end

      def calculator(id)
        @calculators.find { |calculator| calculator.id == id }
      end

      private

      # With the figures that stand once for all: the hand's, the coefficients'.
      def filled_in(row)
        limits = row["limits"]&.transform_values { |limit| @coefficients.key?(limit) ? of(limit) : limit }
        row.merge({ "inputs" => row["inputs"].map { |input| filled_input(input) }, "limits" => limits }.compact)
      end

      def filled_input(input)
        input = input.merge("u" => @hand) if input["u"] == "hand"
        return input unless @coefficients.key?(input["default"])

        input.merge("default" => of(input["default"]), "help" => coefficients_in_words)
      end

      def of(coefficient) = @coefficients.fetch(coefficient)["value"]

      def coefficients_in_words
        @coefficients.values.map { |row| "#{row['value']} #{row['when']}" }.join("; ")
      end
    end
  end
end
