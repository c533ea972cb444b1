# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # One engine as it is put together: its sizes, healthy or broken, its circuits, and what was set on it when it was
      # healthy (where the throttle stops, what its friction and its usual load are).
      #
      #   build = Build.new(catalogue, "car-one")
      #   build.values[:main_jet]   # => 0.00143
      #   build.with("main-jet-blocked" => 0.5).values[:main_jet]
      #
      # Raises Invalid at the field for sizes that cannot run.
      class Build
        attr_reader :family, :values, :faults, :geometry

        # given: {field => number, word or {"value", "unit"}}, as for a sheet of holes
        def initialize(catalogue, family, given = {}, values: nil, healthy: nil, faults: {})
          @catalogue = catalogue
          @family = family
          @faults = faults
          @sheet = catalogue.engines.sheet(family) or
            raise Invalid.new("family", "No engine of the family #{family.inspect} is known")
          @values = values || @sheet.values(given)
          @geometry = @sheet.geometry(@values)
          @healthy = healthy || self
        end

        # The same engine with what is wrong with it. faults: {fault id => severity, 0 to 1}; way: which of the ways a
        # fault has. Raises Invalid at the fault.
        def with(faults, way: 0)
          values = faults.reduce(@values) do |now, (id, severity)|
            severe(id, severity)
            broken(id).values(severity, way: way, over: now)
          end
          Build.new(@catalogue, @family, values: values, healthy: @healthy, faults: @faults.merge(faults))
        end

        # Broken, for one fault on this engine. Raises Invalid.
        def broken(id)
          row = @catalogue.book.broken.row(id) or raise Invalid.new("faults/#{id}", "No fault is called #{id}")
          Broken.new(@healthy, row)
        end

        # The same engine under other conditions. changes: {field => SI value}
        def under(changes)
          Build.new(@catalogue, @family, values: @values.merge(changes), healthy: @healthy, faults: @faults)
        end

        def burning
          @burning ||= Burning.new(figures, @catalogue.book.engines.burning)
        end

        def figures = @figures ||= @catalogue.book.engines.figures

        # Shared with the healthy engine where no hole of the carburetor differs.
        def circuits
          @circuits ||= !whole? && metering == @healthy.metering ? @healthy.circuits : Circuits.new(geometry)
        end

        def two_stroke? = values[:strokes] == "2"
        def pumped? = features.include?("pumped")
        def automatic? = features.include?("automatic-choke")

        # As it was set when it was healthy: Setting.
        def setting = whole? ? (@setting ||= Setting.of(self)) : @healthy.setting

        # J of best work for each kg of air that is drawn.
        def work
          kept = two_stroke? ? figures["trapped"] : 1.0
          heat = blended(figures["heat"], figures["heat_ethanol"])
          kept * values[:charge] * heat / geometry.fuel.ratio * burning.efficiency(values[:compression])
        end

        # m3 swept for each radian.
        def swept = values[:displacement] / (two_stroke? ? 2 * Math::PI : 4 * Math::PI)
        def cylinders = (values[:throats] * values[:cylinders]).round

        # Friction mean pressure of the warm engine, Pa. speed: rpm
        def friction(speed) = burning.friction(speed, values[:displacement] / cylinders)

        # Share of burnt gas in the charge by the pressure in the manifold; of a two-stroke always the usual one.
        def burnt(manifold)
          return burning.usual if two_stroke?

          burning.burnt(values[:compression], manifold, geometry.weather.pressure)
        end

        # Unit in which a field is typed; coefficient of a kind of hole.
        def unit(field) = @sheet.row(field)["unit"]
        def figure(name) = @catalogue.geometry.figures.fetch(name)["value"]

        protected

        # What the carburetor's circuits go by.
        def metering
          @metering ||= values.slice(*@sheet.inputs.map { |input| input.id.to_sym }.select do |field|
            field != :leak && @catalogue.geometry.sheet(@family).row(field.to_s)
          end)
        end

        private

        def whole? = @healthy.equal?(self)

        def severe(id, severity)
          body = broken(id).without
          raise Invalid.new("faults/#{id}", "#{id} cannot be shown on this engine: #{body}") if body
          return if severity.is_a?(Numeric) && severity.between?(0, 1)

          raise Invalid.new("faults/#{id}", "How bad #{id} is goes from 0 (not at all) to 1 (at its worst)")
        end

        def features = @features ||= @catalogue.families.find { |row| row["id"] == @family }["features"]
        def blended(one, other) = one + ((other - one) * values[:ethanol])
      end
    end
  end
end
