# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # What is wrong with an engine, as changes of its sizes by how bad it is.
      #
      #   Broken.new(build, row).ways                     # => [[change, ...], ...], as many as the fault has on it
      #   Broken.new(build, row).values(0.7)              # => {field => SI value}
      class Broken
        AMPLE = 1.3 # of what is asked for flat out, that a supply which is only a little narrowed still passes
        COLUMN = 300.0 # Pa, what drives fuel through a passage of the bowl (some cm of fuel)
        SEAT = 0.6 # coefficient of ragged holes

        # build: Build of the engine; row: of the catalogue's "broken"
        def initialize(build, row)
          @build = build
          @row = row
        end

        # Why it has no body on this engine, or nil.
        def without
          @row["no_body"] || ("no such part in the simulation" if ways.empty?)
        end

        # The ways in which it shows, each as the changes that this engine has a field for.
        def ways
          [@row["changes"], @row["or"]].compact.map { |list| list.select { |one| here?(one) } }.reject(&:empty?)
        end

        # {field => SI value} at a severity, 0 to 1; over: values as they are already
        def values(severity, way: 0, over: @build.values)
          ways.fetch(way).reduce(over) do |now, change|
            field = change["field"].to_sym
            now.merge(field => changed(now[field] || 0.0, change, severity, now))
          end
        end

        private

        def here?(change)
          v = @build.values
          return false if v[change["field"].to_sym].nil?

          (change["where"] || {}).all? { |field, wanted| Array(wanted).include?(v[field.to_sym]) }
        end

        def changed(value, change, severity, now)
          case change.transform_keys(&:to_sym)
          in { times: most } then value * (1 + (severity * (most - 1)))
          in { to: most } then value + (severity * (si(change, most) - value))
          in { of: other, plus: most } then value + (severity * most * now.fetch(other.to_sym))
          in { plus: most } then value + (severity * step(change, most))
          in { passes: share } then wider(value, severity * share * passed(change["field"]))
          in { supply: share } then supply(change["field"], share + ((1 - severity) * (AMPLE - share)))
          end
        end

        def si(change, value) = Measuring::Units.to_si(value, @build.unit(change["field"]))
        def step(change, value) = Measuring::Units.step(value, @build.unit(change["field"]))

        # Diameter of a hole that passes as much more.
        def wider(diameter, area)
          before = diameter.positive? ? Measuring::Jets.area(diameter) : 0.0
          (before + area).positive? ? Measuring::Jets.diameter(before + area) : 0.0
        end

        # m2 of a hole that passes the air or the fuel of the idle.
        def passed(field)
          idle = @build.setting.point
          return idle.air / flux(idle.vacuum) / @build.figure("leak") if field == "leak"

          drop = { "raw" => idle.vacuum, "drip" => Fueling::SEEPS }.fetch(field, @build.values[:feed])
          idle.fuel.values.sum / liquid(drop)
        end

        # Diameter of a hole that passes a share of what the engine asks for flat out.
        def supply(field, share)
          drop = field == "passage" ? COLUMN : @build.values[:feed]
          area = share * @build.setting.full.fuel.values.sum / liquid(drop)
          area *= Math.sqrt(Bowl::DENSE / density) if field == "cap"
          Measuring::Jets.diameter(area)
        end

        def density = @build.geometry.fuel.density
        def liquid(drop) = SEAT * Math.sqrt(2 * drop * density)

        def flux(vacuum)
          outside = @build.geometry.weather
          Measuring::Air.leak(1.0, outside.pressure, outside.pressure - vacuum, outside.temperature, 1.0)
        end
      end
    end
  end
end
