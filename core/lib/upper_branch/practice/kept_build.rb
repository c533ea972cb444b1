# frozen_string_literal: true

module UpperBranch
  module Practice
    # The engine of a family with what is wrong with it, kept with the circuits it has worked out.
    module KeptBuild
      Kept = Struct.new(:build) do
        def bytes = 1_500_000
      end

      # faults: {fault id => severity}; those that have no body on the engine are left out
      def self.of(catalogue, family, faults = {})
        catalogue.kept.fetch([:build, family, faults]) { Kept.new(made(catalogue, family, faults)) }.build
      end

      # Those of some faults that the engine can show.
      def self.bodies(catalogue, family, faults)
        faults.reject { |id, _| of(catalogue, family).broken(id).without }
      end

      def self.made(catalogue, family, faults)
        return Engine::Build.new(catalogue, family) if faults.empty?

        of(catalogue, family).with(bodies(catalogue, family, faults))
      end
      private_class_method :made
    end
  end
end
