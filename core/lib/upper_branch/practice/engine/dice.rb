# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # Chance that can be put away and taken up again: its state is one whole number. A linear congruential generator
      # with Knuth's constants (MMIX), of which the upper bits are used.
      class Dice
        FACTOR = 6_364_136_223_846_793_005
        STEP = 1_442_695_040_888_963_407
        SIZE = 1 << 64
        BITS = 53

        attr_accessor :state

        def initialize(seed)
          @state = (seed + 1) * FACTOR % SIZE
          4.times { rand }
        end

        # In [0, 1).
        def rand
          @state = ((@state * FACTOR) + STEP) % SIZE
          (@state >> (64 - BITS)).fdiv(1 << BITS)
        end
      end
    end
  end
end
