# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # What an engine does under the conditions in which people complain, as numbers: idle, opened slowly and at once,
      # held, shut again, cold, hot after a quarter of an hour, parked.
      #
      #   Examination.new(build).measures   # => {"idle_speed" => 752.1, "full_mixture" => 0.86, ...}
      #
      # Speeds in rpm, mixtures in lambda, times in s, torque in N m, shares and yes or no as 0 to 1; a measure is left
      # out where it does not run so that it could be looked at.
      class Examination
        PARTS = [AtIdle, Opened, Started].freeze

        def initialize(build, seed: 1)
          @parts = PARTS.map { |part| part.new(build, seed) }
        end

        def measures = @parts.map(&:measures).reduce(:merge).compact
      end
    end
  end
end
