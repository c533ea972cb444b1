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
        Formulas::Engine
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
        shared = { fuels: table["fuels"], drills: Drills.new(table["number_drills"]), hand: @hand }
        @calculators =
          table["calculators"].map { |row| Calculator.new(by_hand(row), Worktop.formula(row["id"]), shared) }
      end

      def calculator(id)
        @calculators.find { |calculator| calculator.id == id }
      end

      private

      # What is timed by hand is as unsure as a hand is.
      def by_hand(row)
        row.merge("inputs" => row["inputs"].map { |input| input["u"] == "hand" ? input.merge("u" => @hand) : input })
      end
    end
  end
end
