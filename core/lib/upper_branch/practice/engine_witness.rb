# frozen_string_literal: true

module UpperBranch
  module Practice
    # What the simulated engine says of a machine with faults: kept, since an examination takes a second. What the trial
    # of the catalogue judged the physics too coarse for, it does not say: a sign that no table expects of any of the
    # faults, and one that it is known not to show.
    #
    #   witness = EngineWitness.of(catalogue, machine, { "base-leak" => 0.8 })
    #   witness.verdict("idle-hunts")    # => true, false, or nil where the engine cannot say
    #   witness.overruled?("ping")       # did it say something that the tables are trusted about instead?
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
        @machine = machine
        @family = machine.family["id"]
        @severities = KeptBuild.bodies(catalogue, @family, faults)
        @faults = @severities.keys
        @signs = catalogue.book.trials.signs.map { |row| Trial::Sign.new(row) }.select { |sign| sign.on?(machine) }
      end

      # name: of a sign
      def verdict(name)
        shown(name) unless overruled?(name)
      end

      def overruled?(name)
        case shown(name)
        when true then strengths(name).values.all? { |strength| strength < Trial::NONE }
        when false then strengths(name).any? { |fault, strength| strength >= Trial::OFTEN && coarse?(fault, name) }
        else false
        end
      end

      # Does the engine not run by itself where this check is read?
      def unread?(check)
        read = signs.select { |sign| sign.check == check.id }.flat_map(&:measures)
        read.any? && read.none? { |measure| found.key?(measure) }
      end

      # {measure => number}
      def found = measures(@severities)
      def healthy = measures({})

      private

      def shown(name) = faults.empty? ? nil : sign(name)&.shown(found, healthy)
      def sign(name) = signs.find { |one| one.name == name }

      # {fault id => strength by the tables that it shows this sign}
      def strengths(name) = faults.to_h { |id| [id, sign(name).strength(@machine, @machine.fault(id))] }

      # Is it known of this fault that the physics does not show this sign?
      def coarse?(fault, name)
        @catalogue.book.trials.judgement(family: @family, fault: fault, sign: name, says: "missing")
                  &.fetch("verdict") == "physics"
      end

      def measures(faults)
        @catalogue.kept.fetch([:examined, @family, faults]) do
          Measures.new(Engine::Examination.new(KeptBuild.of(@catalogue, @family, faults)).measures)
        end.found
      end
    end
  end
end
