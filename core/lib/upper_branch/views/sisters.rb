# frozen_string_literal: true

module UpperBranch
  module Views
    # Readings of one check at several places, side by side: the sound sister is the reference where no figure of the
    # maker exists (common practice, no source). As plain data:
    #
    #   Sisters.of(job)   # => [{check: "float-level", name:, unit:, odd: "3", says:,
    #                     #      readings: [{place:, name:, value:, u:}]}]
    #
    # odd: the place whose reading lies further from the middle of the others than both can be unsure of (three standard
    # uncertainties); of two that differ, nobody can say which is off, so that odd is nil and says tells the difference.
    module Sisters
      SURE = 3.0

      module_function

      def of(job)
        placed = job.findings.select { |one| one.kind == :check && one.place && one.reading&.value }
        placed.group_by(&:id).filter_map { |id, findings| row(job, id, latest(findings)) }
      end

      def latest(findings) = findings.to_h { |one| [one.place, one] }.values

      def row(job, id, findings)
        return if findings.size < 2

        odd = findings.size > 2 ? furthest(findings) : nil
        check = job.catalogue.check(id)
        { check: id, name: check.reading["name"], unit: findings.first.reading.unit,
          readings: findings.map { |one| reading(one) }, odd: odd&.place&.id, says: says(findings, odd) }
      end

      def reading(finding)
        { place: finding.place.id, name: finding.place.name, value: finding.reading.value.round(6),
          u: finding.reading.uncertainty&.round(6) }
      end

      # The one that lies off, where only one does.
      def furthest(findings)
        off = findings.select { |one| off?(one, findings - [one]) }
        off.max_by { |one| away(one, findings - [one]) }
      end

      def off?(one, others)
        unsure = Math.hypot(one.reading.uncertainty.to_f, others.map { |each| each.reading.uncertainty.to_f }.max)
        away(one, others) > SURE * unsure
      end

      def away(one, others) = (one.reading.value - middle(others)).abs

      def middle(findings)
        values = findings.map { |one| one.reading.value }.sort
        (values[(values.size - 1) / 2] + values[values.size / 2]) / 2.0
      end

      def says(findings, odd)
        unit = findings.first.reading.unit
        return stands_off(odd, away(odd, findings - [odd]), unit) if odd

        low, high = findings.map { |one| one.reading.value }.minmax
        spread = "#{Measuring::Words.number(high - low)} #{unit}"
        return "They agree within #{spread}." unless findings.size == 2 && off?(findings.first, [findings.last])

        "They differ by #{spread}: one of the two is off."
      end

      def stands_off(odd, away, unit)
        "#{odd.place.name} stands #{Measuring::Words.number(away)} #{unit} from its sisters: look there."
      end
      private_class_method :latest, :row, :reading, :furthest, :off?, :away, :middle, :says, :stands_off
    end
  end
end
