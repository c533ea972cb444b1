# frozen_string_literal: true

module UpperBranch
  module Practice
    # What the simulated engine says of a machine with faults: kept, since an examination takes a second.
    #
    #   witness = EngineWitness.of(catalogue, machine, { "base-leak" => 0.8 })
    #   witness.verdict("idle-hunts")   # => true, false, or nil where the engine cannot say
    class EngineWitness
      # found: measures of the examination
      Measures = Struct.new(:found) do
        def bytes = 4000 + (found.size * 80)
      end

      attr_reader :faults, :signs

      # faults: {fault id => severity}; those that have no body on the engine are left out
      def self.of(catalogue, machine, faults) = new(catalogue, machine, faults)

      def initialize(catalogue, machine, faults)
        @catalogue = catalogue
        @family = machine.family["id"]
        @severities = KeptBuild.bodies(catalogue, @family, faults)
        @faults = @severities.keys
        @signs = catalogue.book.trials.signs.map { |row| Trial::Sign.new(row) }.select { |sign| sign.on?(machine) }
      end

      # name: of a sign
      def verdict(name)
        return if faults.empty?

        sign = signs.find { |one| one.name == name }
        sign&.shown(found, healthy)
      end

      # {measure => number}
      def found = measures(@severities)
      def healthy = measures({})

      private

      def measures(faults)
        @catalogue.kept.fetch([:examined, @family, faults]) do
          Measures.new(Engine::Examination.new(KeptBuild.of(@catalogue, @family, faults)).measures)
        end.found
      end
    end
  end
end
