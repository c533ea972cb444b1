# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # What the mixture screw does on an engine that idles as it does: whether it rules, and where it would want to be.
      class Screw
        MOVED = 1.5 # turns it is moved to, times where it stands
        BEST = 0.9 # lambda at which it idles best
        LEAST = 0.02 # times where it stands, as far as it can be moved
        MOST = 6.0
        PLACES = [LEAST, 0.1, 0.2, 0.3, 0.4, 0.55, 0.7, 0.85, 1.0, 1.15, 1.3, 1.6, 2.0, 2.5, 3.0, 4.0, MOST].freeze

        def initialize(engine)
          @engine = engine
          @build = engine.build
        end

        # Change of the fuel from turned in to turned out, as a share of what the idle needs.
        def rules = (fuel(MOVED) - fuel(1 / MOVED)).abs / [wanted, 1e-12].max

        # Times the turns it stands at that would make the best idle, MOST or LEAST where no turns do; 1 where it does
        # not rule. An air screw counts the other way.
        def wants
          return 1.0 if rules < 0.1

          short, long = [LEAST, MOST].map { |times| fuel(times) + beside }.minmax
          got = got_between(short, long)
          @build.values[:screw_on] == "air" ? 1 / got : got
        end

        private

        # Places are tried from the best known outward; what is within a twentieth counts as there.
        def got_between(short, long)
          air = @build.values[:screw_on] == "air"
          return air ? LEAST : MOST if long < wanted * 0.95
          return air ? MOST : LEAST if short > wanted * 1.05

          PLACES.min_by { |times| (fuel(times) + beside - wanted).abs }
        end

        def wanted = @wanted ||= @engine.intake.dry / BEST / @build.geometry.fuel.ratio

        # kg/s by the idle circuits at so many times its turns.
        def fuel(times)
          (@fuel ||= {})[times] ||= begin
            moved = @build.under(turns: @build.values[:turns] * times)
            bank = moved.geometry.first
            position = bank.barrel.between(bank.barrel.throttle.shut, @engine.throttle.way)
            manifold = @engine.intake.pressure
            fed = moved.geometry.feeds.at(bank.air(position, manifold), position, manifold,
                                          over: @engine.fueling.over(0.0))
            fed.idle + fed.transition
          end
        end

        # kg/s that come by other ways.
        def beside
          flows = @engine.fueling.flows
          flows.values.sum - flows[:idle] - flows[:transition]
        end
      end
    end
  end
end
