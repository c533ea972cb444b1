# frozen_string_literal: true

require "ruby-units"

module UpperBranch
  module Measuring
    # Values with units, converted by a units library; the trade's own spellings on top. Everything is reckoned in SI.
    #
    #   Units.convert(6, "psi", "kPa")   # => 41.37
    #   Units.to_si(0.030, "in")         # => 0.000762 (m)
    #
    # Raises ArgumentError when the kinds differ or a unit is not known.
    module Units
      # Kind of quantity => the units it is entered and shown in, the SI unit of reckoning first.
      KINDS = {
        "length" => %w[m mm cm in thou ft],
        "area" => %w[m2 mm2 cm2 in2],
        "volume" => %w[m3 mL cc L floz],
        "time" => %w[s min h ms],
        "pressure" => %w[Pa kPa psi bar inHg mmHg cmFuel],
        "flow" => %w[m3/s mL/min L/h L/min L/s],
        "mass" => %w[kg g mg],
        "mass_flow" => %w[kg/s kg/h g/s g/h],
        "temperature" => %w[K degC degF],
        "power" => %w[W kW hp],
        "density" => %w[kg/m3 g/mL],
        "velocity" => %w[m/s km/h ft/s],
        "force" => %w[N mN],
        "consumption" => %w[kg/J g/kWh],
        "ratio" => %w[ratio %],
        "speed" => %w[rpm],
        "angle" => %w[deg],
        "turns" => %w[turns],
        "voltage" => %w[V],
        "inertia" => ["kg m2"],
        "count" => %w[count],
        "afr" => %w[afr],
        "lambda" => %w[lambda],
        "drop_rate" => ["drops/mL"],
        "drip" => ["drops/min"],
        "money" => %w[money],
        "price" => ["money/h"]
      }.freeze
      SPELLINGS = {
        "thou" => "mil",
        "cc" => "cm^3",
        "m2" => "m^2",
        "mm2" => "mm^2",
        "cm2" => "cm^2",
        "in2" => "in^2",
        "m3" => "m^3",
        "m3/s" => "m^3/s",
        "kg/m3" => "kg/m^3",
        "K" => "tempK",
        "degC" => "tempC",
        "degF" => "tempF"
      }.freeze
      # Of our own: a column of fuel by the usual density of gasoline and standard gravity; plain ratios; consumption
      # for work.
      OWN = {
        "cmFuel" => [0.01 * 740 * 9.80665, 0.0],
        "ratio" => [1.0, 0.0],
        "%" => [0.01, 0.0],
        "g/kWh" => [1e-3 / 3.6e6, 0.0],
        "kg/J" => [1.0, 0.0]
      }.freeze
      # Nothing to convert.
      ALONE = %w[speed angle turns voltage inertia count afr lambda drop_rate drip money price].freeze

      # value in one unit -> Float in another.
      def self.convert(value, from, to)
        return value.to_f if from == to

        unless kind(from) == kind(to) && !ALONE.include?(kind(from))
          raise ArgumentError, "#{from} cannot be turned into #{to}"
        end

        from_si(to_si(value, from), to)
      end

      # value in a unit -> Float in the SI unit of its kind.
      def self.to_si(value, unit)
        factor, offset = scale(unit)
        (value * factor) + offset
      end

      def self.from_si(value, unit)
        factor, offset = scale(unit)
        (value - offset) / factor
      end

      # How much a small difference in a unit is in SI: without the zero point of temperatures.
      def self.step(value, unit)
        value * scale(unit).first
      end

      # "length", "pressure" ...; raises ArgumentError for a unit nobody knows.
      def self.kind(unit)
        @kinds ||= KINDS.flat_map { |kind, units| units.map { |one| [one, kind] } }.to_h
        @kinds.fetch(unit) { raise ArgumentError, "No unit is called #{unit.inspect}" }
      end

      # [factor, offset] to SI, from the units library, once a unit.
      def self.scale(unit)
        @scales ||= {}
        @scales[unit] ||= OWN[unit] || (ALONE.include?(kind(unit)) ? [1.0, 0.0] : library(unit))
      end

      def self.library(unit)
        base = KINDS[kind(unit)].first.then { |name| SPELLINGS.fetch(name, name) }
        at = ->(value) { RubyUnits::Unit.new(value, SPELLINGS.fetch(unit, unit)).convert_to(base).scalar.to_f }
        return [at.call(1), 0.0] unless kind(unit) == "temperature"

        zero = at.call(0)
        [at.call(1) - zero, zero]
      end
      private_class_method :library
    end
  end
end
