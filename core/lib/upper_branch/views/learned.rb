# frozen_string_literal: true

module UpperBranch
  module Views
    # What a shop's closed jobs come to, in words and figures for people.
    #
    #   Learned.record(catalogue, closed_jobs)   # => {jobs: 61, wrong: [{id:, name:, seen:, of:}], curve: [...], ...}
    #   Learned.proposal(catalogue, proposal)    # => {name:, about:, says: "Wrong in 12 of 40 jobs, 4.1 were ..."}
    module Learned
      module_function

      # cases: as Learning::ClosedJob gives them
      def record(catalogue, cases)
        told = Learning::Record.new(cases).to_h
        { jobs: told[:jobs], known: told[:known], sound: told[:sound], repairs: share(told[:repairs]),
          wrong: told[:wrong].map do |row|
            { id: row[:fault], name: fault(catalogue, row[:fault]), **row.slice(:seen, :of) }
          end,
          calibration: calibration(told[:calibration]), minutes: minutes(told[:minutes]),
          checks: told[:checks].map { |row| check(catalogue, row) } }
      end

      def proposal(catalogue, one)
        case one.kind
        when "rate" then rate(catalogue, one)
        when "strength" then strength(catalogue, one)
        else time(catalogue, one)
        end
      end

      def rate(catalogue, one)
        family = catalogue.family(one.about[:family])
        { name: fault(catalogue, one.about[:fault]), about: family ? family["name"] : one.about[:family],
          says: "Wrong in #{one.seen} of #{one.of} closed jobs; the tables expected #{one.expected}." }
      end

      def strength(catalogue, one)
        check = catalogue.check(one.about[:check])
        word = check&.outcomes&.fetch(one.about[:word], nil) || one.about[:word]
        { name: fault(catalogue, one.about[:fault]), about: "#{check&.name || one.about[:check]}: #{word.downcase}",
          says: "Shown in #{one.seen} of #{one.of} such machines; the tables expected #{one.expected}." }
      end

      def time(catalogue, one)
        named = catalogue.check(one.about[:check])&.name || repair(catalogue, one.about)
        usual = one.interval.map { |value| number(value) }.join(" to ")
        { name: named, about: one.about[:check] ? "Check" : "Repair",
          says: "Of #{one.of} times, half took #{usual} min." }
      end

      def repair(catalogue, about)
        row = about[:kind] ? catalogue.repair_kind(about[:kind]) : catalogue.composite(about[:repair])
        row ? row["name"] : about.values.first
      end

      def calibration(told)
        { jobs: told[:jobs], brier: told[:brier]&.round(3), interval: told[:interval]&.map { |x| x.round(3) },
          first: share(told[:first]), three: share(told[:three]),
          curve: told[:curve].map do |row|
            row.slice(:from, :to).merge(said: row[:said].round(4), seen: share(row[:seen]))
          end }
      end

      def minutes(told)
        return { jobs: 0 } if told[:jobs].zero?

        { jobs: told[:jobs], **told.slice(:found, :house, :saved).transform_values(&:round),
          interval: told[:interval]&.map(&:round), sooner: share(told[:sooner]) }.compact
      end

      def check(catalogue, row)
        { id: row[:check], name: catalogue.check(row[:check])&.name || row[:check], times: row[:times],
          minutes: row[:minutes].round, bits: row[:bits].round(2), moved: row[:moved] }
      end

      # A proportion with its interval.
      def share(one)
        { seen: one.seen, of: one.of, share: one.share&.round(4), interval: one.interval.map do |x|
          x.round(4)
        end }.compact
      end

      def fault(catalogue, id) = catalogue.fault(id)&.name || id
      def number(value) = (value % 1).zero? ? value.to_i : value.round(1)
      private_class_method :rate, :strength, :time, :repair, :calibration, :minutes, :check, :share, :fault, :number
    end
  end
end
