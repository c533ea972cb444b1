# frozen_string_literal: true

module UpperBranch
  module Workshop
    # The limits that readings are judged by on one machine: what the trade expects of the family, the shop's school
    # over it, the carburetor's spec card over that, and what was entered for this job over all. Each says where it
    # comes from.
    #
    #   machine.limits.reading(check)["cuts"]           # => [2500, 3000]
    #   machine.limits.to_h["idle-speed"][:from]        # => "family"
    #
    # given: {check id => {"cuts" => [...], "from" => "card" | "job", "card", "source", "date", "places" => {place id =>
    # cuts}}}. Raises Invalid naming the field.
    class Limits
      FROM = %w[trade family school card job].freeze

      # Raises Invalid at the field unless these cuts fit the reading: as many, rising, possible.
      def self.check_cuts(rule, cuts, field)
        wanted = (rule["cuts"] || (rule["families"] || {}).values.first || []).size
        unless numbers?(cuts, wanted)
          raise Invalid.new(
            field,
            "#{rule['name']} takes #{wanted == 1 ? 'one limit' : "#{wanted} limits"} in #{rule['unit']}"
          )
        end
        raise Invalid.new(field, "#{rule['name']}: the lower limit comes first") unless cuts.sort == cuts

        low, high = rule["physical"]
        return unless low && !cuts.all? { |cut| cut.between?(low, high) }

        raise Invalid.new(field, "#{rule['name']}: a limit lies between #{low} and #{high} #{rule['unit']}")
      end

      # Raises Invalid at the field unless this row may stand as a limit of the check with this id.
      def self.check_row(catalogue, id, row)
        check = catalogue.check(id)
        raise Invalid.new("limits/#{id}", "No check that takes a reading is called #{id.inspect}") unless check&.reading
        unless %w[card job].include?(row["from"])
          raise Invalid.new("limits/#{id}/from", "A limit comes from a card or is this job's own")
        end

        check_cuts(check.reading, row["cuts"], "limits/#{id}/cuts") if row["cuts"] || !row["places"]
        (row["places"] || {}).each { |place, cuts| check_cuts(check.reading, cuts, "limits/#{id}/places/#{place}") }
      end

      def self.numbers?(cuts, count)
        count.positive? && cuts.is_a?(Array) && cuts.size == count &&
          cuts.all? { |cut| cut.is_a?(Numeric) && cut.to_f.finite? }
      end
      private_class_method :numbers?

      # What a card or the job has given: {check id => row}
      def given_rows = @given

      def initialize(machine, given)
        @machine = machine
        @given = given || {}
        @given.each { |id, row| Limits.check_row(machine.catalogue, id, row) }
      end

      # The check's reading table with "cuts" and "limit" ({"from", "source", "date", "card"}), or nil without a reading
      # or a limit.
      # place: id of the one place that was read, or nil
      def reading(check, place = nil)
        rule = check.reading or return
        cuts, limit = standing(check, rule, place)
        return if cuts.nil? && !sisters?(check, place) && %w[number calculator].include?(rule["by"] || "number")

        rule.merge(
          "cuts" => cuts,
          "limit" => limit,
          "reversed" => @machine.features.include?(rule["reversed_by"]),
          "either_way" => @machine.features.include?(rule["unknown_by"]),
          "base_cuts" => base(rule, place),
          **demand(rule),
          "strokes" => @machine.two_stroke? ? "2" : "4",
          "cylinders" => @machine.places.cylinders,
          "fitted" => check.words(@machine.features)
        )
      end

      # For every check of the machine that takes a reading: cuts (nil: none known yet), where from, source, date.
      def to_h
        @machine.checks.select(&:reading).to_h do |check|
          cuts, limit = standing(check, check.reading)
          [
            check.id,
            { cuts: cuts, from: limit["from"], source: limit["source"], date: limit["date"], card: limit["card"] }
          ]
        end
      end

      private

      # Limits that go by what is fitted (a ballasted coil).
      def by_feature(rule)
        (rule["features"] || {}).find { |feature, _| @machine.features.include?(feature) }&.last
      end

      # Limits that go by the engine's full speed, where somebody has said it.
      def by_engine(rule)
        speed = rule["of_full_speed"] && @machine.engine.to_h["full_speed"] or return
        rule["of_full_speed"].map { |share| (share * speed).round }
      end

      # One of several alike needs no limit of its own: it is held against the others.
      def sisters?(check, place)
        !place.nil? && check.reading.fetch("by", "number") == "number" && @machine.places.of(check.per).size > 1
      end

      # The limits of the check that says where a screw stands when it is set as usual, or nil.
      def base(rule, place)
        check = rule["base"] && @machine.check(rule["base"])
        check && standing(check, check.reading, place).first
      end

      # What the engine asks for, in mL/min, and how unsure that is as a share of it, where the reading is judged by it.
      def demand(rule)
        engine = @machine.engine
        return {} unless rule["asks"] == "demand" && engine.demand

        { "demand" => Measuring::Units.from_si(engine.demand, "mL/min"), "demand_unsure" => engine.unsure }
      end

      # [cuts, where they come from], the nearest to this very part first.
      def standing(check, rule, place = nil)
        given(check, place) || unlike(check, place) || school(check, rule) || kind(rule) ||
          [rule["nominal"] ? nil : rule["cuts"], { "from" => "trade", "source" => rule["source"] }]
      end

      def given(check, place)
        row = @given[check.id] or return
        own = (row["places"] || {}).find { |part, _| Places.part?(place, part) }
        cuts = own&.last || row["cuts"]
        cuts && [cuts, row.slice("from", "source", "date", "card")]
      end

      def unlike(check, place)
        row = place && @machine.unlike_limit(check, place)
        row && [row["cuts"], { "from" => "family", "source" => row["source"] }]
      end

      def school(check, rule)
        cuts = @machine.schools.cuts(check)
        [cuts, { "from" => "school", "source" => "the shop's school" }] if cuts && cuts != rule["cuts"]
      end

      def kind(rule)
        cuts = by_engine(rule) || by_feature(rule) || (rule["families"] || {})[@machine.family["id"]]
        cuts && [cuts, { "from" => "family", "source" => rule["source"] }]
      end
    end
  end
end
