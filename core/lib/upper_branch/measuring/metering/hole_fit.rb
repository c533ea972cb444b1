# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Metering
      # Which single size, changed alone, gives the mixtures that were measured: each that may be fitted is, and they
      # are set against one another by what is left over.
      #
      #   fit = sheet.fit({}, measured)
      #   fit.rows.first   # the one that explains them best
      class HoleFit
        # field: id; value: SI; unsure: standard, SI, nil where the readings do not hold it; chi2: squares of what is
        # left over, each over its uncertainty; share: of the likelihood of all, likelihood exp(-chi2 / 2); mixtures:
        # lambda at each reading; edge: the best lies at the end of what was searched
        Row = Struct.new(:field, :value, :unsure, :chi2, :share, :mixtures, :edge, keyword_init: true)
        SPAN = [0.5, 2.0].freeze # of its size
        COARSE = 7
        FINE = 8
        GOLDEN = (Math.sqrt(5) - 1) / 2
        FAR = 1e6 # squares of a carburetor that does not run

        # sheet: Sheet; values: SI by field; readings: [Readings::Reading]
        def initialize(sheet, values, readings)
          @sheet = sheet
          @values = values
          @readings = readings
        end

        # As it stands: a Row without a field.
        def now = @now ||= row(nil, nil)

        # The best first.
        def rows
          @rows ||= begin
            found = @sheet.fitted.filter_map { |field| best(field) }
            best = found.map(&:chi2).min
            found.each { |one| one.share = Math.exp((best - one.chi2) / 2) }
            whole = found.sum(&:share)
            found.each { |one| one.share /= whole }
            found.sort_by { |one| [one.chi2, one.field] }
          end
        end

        def says
          return ["One reading cannot tell them apart: measure at idle, at steady cruise and at full."] if
            @readings.size < 2
          return ["None of them explains it alone: look for two causes, or at the readings."] if
            rows.first.chi2 > now.chi2 * 0.5 || rows.first.chi2 > 9.0 * @readings.size

          []
        end

        private

        def best(field)
          id = field["id"].to_sym
          low, high = span(field, @values[id])
          steps = (0...COARSE).map { |i| low + ((high - low) * i / (COARSE - 1)) }
          tried = steps.map { |value| left_over(id, value) }
          return if tried.min >= FAR

          near = tried.each_index.min_by { |i| tried[i] }
          value = narrowed(id, steps[[near - 1, 0].max], steps[[near + 1, COARSE - 1].min])
          found(id, value, low, high)
        end

        def found(id, value, low, high)
          wide = high - low
          row(id, value).tap do |row|
            row.unsure = unsure(id, row, wide / 200)
            row.edge = !value.between?(low + (wide / 500), high - (wide / 500))
          end
        end

        # Between what ends it is looked for, SI.
        def span(field, value)
          return field["fits"].map { |edge| Units.to_si(edge, field["unit"]) } if field["fits"].is_a?(Array)

          SPAN.map { |share| (value.positive? ? value : Units.to_si(field["max"], field["unit"]) / 4) * share }
        end

        # Golden section.
        def narrowed(id, low, high)
          inner = [high - (GOLDEN * (high - low)), low + (GOLDEN * (high - low))]
          left = inner.map { |value| left_over(id, value) }
          FINE.times do
            if left.first < left.last
              high = inner.last
              inner = [high - (GOLDEN * (high - low)), inner.first]
              left = [left_over(id, inner.first), left.first]
            else
              low = inner.first
              inner = [inner.last, low + (GOLDEN * (high - low))]
              left = [left.last, left_over(id, inner.last)]
            end
          end
          inner[left.first < left.last ? 0 : 1]
        end

        # From the curvature of the squares about their least: they grow by 1 over one standard uncertainty.
        def unsure(id, row, step)
          sides = [-step, step].map { |by| left_over(id, row.value + by) - row.chi2 }
          bend = sides.sum / 2 / (step**2)
          bend.positive? && sides.none? { |side| side > FAR / 2 } ? 1 / Math.sqrt(bend) : nil
        end

        def left_over(id, value)
          squares(mixtures(@values.merge(id => value)))
        end

        def row(id, value)
          mixtures = mixtures(id ? @values.merge(id => value) : @values)
          Row.new(field: id&.to_s, value: value, chi2: squares(mixtures), mixtures: mixtures)
        end

        def squares(mixtures)
          return FAR unless mixtures

          @readings.zip(mixtures).sum do |reading, mixture|
            mixture ? ((mixture - reading.mixture) / reading.unsure)**2 : FAR
          end
        end

        # Lambda at each reading, nil where such a carburetor does not run.
        def mixtures(values)
          Possible.check(values)
          curve = Curve.new(@sheet, values)
          carburetor = nil
          @readings.map do |reading|
            next curve.at(reading.at, curve.idle.beside, reading.rpm).mixture if reading.by == "opening"

            carburetor ||= @sheet.carburetor(values)
            carburetor.at_vacuum(reading.at, reading.rpm).mixture
          end
        rescue Invalid
          nil
        end
      end
    end
  end
end
