# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # Barrels that open later: by a link, over the last part of the throttle's way, or by a cell, over a range of the
      # signal in the first ones; never further than the throttle stands.
      class SecondBank < Bank
        # from: share of the throttle's way, or Pa; to: Pa where a cell has opened them wide (nil for a link)
        def initialize(from:, to: nil, **bank)
          super(**bank)
          @from = from
          @to = to
        end

        # How far they stand open, 0 to 1, with the throttle at a share of its way. The block tells the signal in the
        # first barrels with these open by a part.
        def opened(share)
          return ((share - @from) / (1 - @from)).clamp(0.0, 1.0) unless @to

          Root.between(0.0, share, within: 1e-3) do |part|
            ((yield(part) - @from) / (@to - @from)).clamp(0.0, share) - part
          end
        end

        # Position of the plates that stand open by a part.
        def position(part) = barrel.between(barrel.throttle.shut, part)
      end
    end
  end
end
