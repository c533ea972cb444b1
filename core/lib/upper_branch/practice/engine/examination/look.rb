# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      class Examination
        # One part of the examination: what it needs to look, and what it has found.
        class Look
          def initialize(build, seed)
            @build = build
            @v = build.values
            @seed = seed
            @found = {}
          end

          # {name => number}, nil for what could not be looked at
          def measures
            look
            @found
          end

          private

          def idle = Inputs.idle
          def warm = Watch.new(Engine.new(@build, seed: @seed).idle_warm)
          def keep(**measures) = measures.each { |name, value| @found[name.to_s] = value }
        end
      end
    end
  end
end
