# frozen_string_literal: true

module UpperBranch
  module Views
    # The sheets of holes, a mixture curve and what was fitted, as plain data. Speeds in rpm, air and fuel in g/s,
    # vacuum in inHg, signal in kPa, lifts in mm, areas in mm2, openings as shares.
    module Mixture
      # Of what is told of a simulated engine.
      PLACES = { throttle: 2, time: 3, rpm: 0, torque: 3, lambda: 3, missed: 4 }.freeze

      module_function

      # catalogue: with its geometry
      def sheets(catalogue)
        sheets = catalogue.geometry
        {
          groups: sheets.groups.map { |id, name| { id: id, name: name } },
          figures: sheets.figures.map { |id, row| { id: id, **row.transform_keys(&:to_sym) } },
          families: sheets.all.map { |sheet| sheet(sheet, catalogue.family(sheet.family)) }
        }
      end

      def sheet(sheet, family)
        fields = sheet.inputs.map do |input|
          row = sheet.row(input.id)
          { list: false, optional: false, fits: row.key?("fits"), group: row["group"], step: row["step"] }
            .compact.merge(input.to_h.transform_keys(&:to_sym))
        end
        { id: sheet.family, name: family["name"], fields: fields }
      end

      def curve(curve)
        { points: curve.points.map { |point| point(point) }, says: curve.says }
      end

      def point(point)
        stand = point.stand
        {
          opening: stand.share.round(5),
          rpm: stand.rpm.round(1),
          vacuum: inhg(point.vacuum).round(3),
          air: (point.air * 1e3).round(4),
          lambda: point.mixture&.round(5),
          fuel: point.fuel.transform_values { |flow| (flow * 1e3).round(6) },
          signal: (point.signal / 1e3).round(4),
          uncovered: (point.uncovered * 1e6).round(4),
          second: stand.second.round(4)
        }
      end

      # what_if: Practice::WhatIf. Speeds in rpm, torque in N m, times in s.
      def what_if(what_if)
        was, now = what_if.sides.map { |side| tried(side) }
        { was: was, now: now, says: what_if.says }
      end

      def tried(side)
        { idle: rounded(side.idle).slice(:rpm, :lambda), part: rounded(side.part),
          **%i[opened pull snap].to_h { |name| [name, side.public_send(name).map { |at| rounded(at) }] } }
      end

      # A struct of numbers, each to the places that are told; nil where there is none.
      def rounded(one) = one.to_h.to_h { |name, value| [name, value&.round(PLACES.fetch(name, 0))] }

      def fit(sheet, fit)
        { now: left(fit.now), says: fit.says, rows: fit.rows.map { |row| fitted(sheet.row(row.field), row) } }
      end

      def fitted(field, row)
        unit = field["unit"]
        scale = Measuring::Units.scale(unit).first
        {
          field: row.field,
          name: field["name"],
          value: Measuring::Units.from_si(row.value, unit).round(4),
          unit: unit,
          uncertainty: row.unsure && (row.unsure / scale).round(4),
          share: row.share.round(4),
          edge: row.edge,
          **left(row)
        }
      end

      # What is left over, and lambda at each reading.
      def left(row) = { chi2: row.chi2.round(3), lambdas: row.mixtures&.map { |one| one&.round(4) } }
      def inhg(pressure) = Measuring::Units.from_si(pressure, "inHg")
    end
  end
end
