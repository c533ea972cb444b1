# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # What was set on the healthy engine so that it runs as its sheet says: where the throttle stops at idle, and the
      # load that balances it wide open.
      #
      # idle: of the throttle's way; lost: share of the work that the thin charge of the idle
      # burns too slowly and too late to give, so that the idle balances its friction (with one throat a cylinder, the
      # mean vacuum also makes the charge larger than it is); load: N m for (rad/s)2;
      # power: W wide open; outside: Pa of the air around it; point, full: Measuring::Metering::Carburetor::Point at
      # idle and wide open
      Setting = Struct.new(:idle, :lost, :load, :power, :outside, :point, :full, keyword_init: true) do
        # build: Build
        def self.of(build)
          idle, full = points(build.geometry.carburetor, build.values)
          lost = lost_at(build, idle)
          speed = build.values[:rpm] * Math::PI / 30
          torque = (driven(build, full) * (1 - (lost * ((full.vacuum / idle.vacuum)**2)))) - dragged(build, full)
          runs(torque)
          new(idle: way(build, idle.stand.position), lost: lost, load: torque / (speed**2), power: torque * speed,
              outside: build.geometry.weather.pressure, point: idle, full: full)
        end

        def mixture = point.mixture

        # Share of the work that is lost at a vacuum, Pa, in air of a pressure, Pa: with the square of its part of that,
        # as the burnt gas goes by it too; our own estimate, so that it is small wide open.
        def slow(vacuum, air = outside)
          (lost * (((vacuum / air) / (point.vacuum / outside))**2)).clamp(0.0, 0.95)
        end

        # Share of the throttle's way at a position.
        def self.way(build, position)
          throttle = build.geometry.first.barrel.throttle
          (position - throttle.shut) / (throttle.open - throttle.shut)
        end

        def self.lost_at(build, idle)
          lost = 1 - (dragged(build, idle) / driven(build, idle))
          return lost unless lost.negative?

          raise Invalid.new("idle_vacuum", "It cannot idle: the little air of such a vacuum does not turn it over")
        end

        # At idle, and wide open at its full speed.
        def self.points(carburetor, values)
          idle = carburetor.at_vacuum(values[:idle_vacuum], values[:idle_rpm])
          full = carburetor.at_opening(idle.stand.position, 1.0, values[:rpm])
          return [idle, full] if full.vacuum < idle.vacuum

          raise Invalid.new("idle_vacuum", "There is less vacuum at this idle than wide open: it cannot be the idle's")
        end

        def self.runs(torque)
          return if torque.positive?

          raise Invalid.new("rpm",
                            "It does not reach this speed: its friction takes all it gives")
        end

        # N m by burning.
        def self.driven(build, point)
          point.air * build.work * build.burning.work(point.mixture || 9.9) / (point.stand.rpm * Math::PI / 30)
        end

        # N m that turning it takes.
        def self.dragged(build, point)
          pumping = build.two_stroke? ? 0.0 : point.vacuum
          (build.friction(point.stand.rpm) + pumping) * build.swept
        end
      end
    end
  end
end
