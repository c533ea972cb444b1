# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Loops
      # Balance of a bank: the one that stands furthest off the others is brought to their mean, until all lie within
      # the limit, and still do after the throttle was blipped.
      class Balance < Loop
        def curve
          points = @rounds.each_index.select do |i|
            meters(i).size > 1
          end.map { |i| [i + 1, 100 * Bank.spread(meters(i))] }
          { x: "round", y: "spread", points: points, peak: nil }
        end

        private

        def step
          names = last.keys.grep(/\Ameter-/)
          return stop("one") if names.size < 2
          return level(names) if Bank.spread(last.values_at(*names)) > limit("within")
          return go("blip") unless twice?

          settled(spread: 100 * Bank.spread(last.values_at(*names)))
        end

        def level(names)
          values = last.values_at(*names)
          index, share = Bank.furthest(values)
          mean = Bank.mean_without(values, index)
          go(share.positive? ? "down" : "up", {}, place: names[index].delete_prefix("meter-"), to: mean.round(2),
                                                  share: (100 * share).abs.round(1))
        end

        def twice?
          @rounds.size > 1 && [-1, -2].all? { |i| meters(i).size > 1 && Bank.spread(meters(i)) <= limit("within") }
        end

        def meters(index) = @rounds[index].select { |name, _| name.start_with?("meter-") }.values
      end
    end
  end
end
