# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # Barrels that are alike and work side by side, each with its main circuit. kg/s for all together unless said.
      class Bank
        attr_reader :count, :barrel

        def initialize(count:, barrel:, main:)
          @count = count
          @barrel = barrel
          @main = main
        end

        def air(position, manifold) = count * barrel.air(position, manifold)

        # What the main circuits give in the mean: [main, power, pressure in the well (Pa)]. air: of all; vacuum: under
        # the air outside; manifold, source: Pa; taken: kg/s that one idle circuit draws from its well
        def fed(air, position, manifold, vacuum:, source:, taken: 0.0)
          flow = @main.flow(signal: signal(air, position, manifold), source: source, vacuum: vacuum, taken: taken,
                            lift: lift(air, position, manifold))
          all = count * barrel.flowing(manifold)
          [flow.main * all, flow.power * all, flow.well]
        end

        def signal(air, position, manifold) = barrel.signal(air / count, position, manifold)
        def lift(air, position, manifold) = barrel.lift(air / count, position, manifold)
      end
    end
  end
end
