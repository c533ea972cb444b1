# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Signals
    module Detectors
      # How rich or lean each throttle zone runs.
      #
      #   Zones.new(samples, signs["zones"]).all   # => [Zone(id: "idle", mean: 0.98, word: "right"), ...]
      class Zones
        Zone = Struct.new(:id, :name, :seconds, :mean, :spread, :word, keyword_init: true)
        LEAST = 2 # s in a zone before anything is said of it
        EVENED = 2.5 # s, longer than most hunts
        SETTLED = 0.04 # of the speed, in a second

        # rules: of knowledge/signs.yml; overrun: times the slowest steady speed, from which a shut throttle is no idle
        def initialize(samples, rules, overrun)
          @samples = samples
          @rules = rules
          @overrun = overrun
        end

        # Array of Zone; empty without lambda and throttle.
        def all
          return [] unless @samples.all?("lambda", "throttle")

          @all ||= @rules.filter_map { |rule| zone(rule) }
        end

        # Array of Event, one for each zone that is not right.
        def events
          all.reject { |zone| zone.word == "right" }.map do |zone|
            evidence = @rules.find { |rule| rule["id"] == zone.id }.fetch(zone.word)
            Event.new(
              kind: "zone",
              from: 0.0,
              to: @samples.time[-1],
              strength: zone.mean,
              evidence: Event.evidence(evidence),
              says: "#{zone.name}: #{zone.word}, lambda #{format('%.2f', zone.mean)} over #{zone.seconds.round} s."
            )
          end
        end

        private

        def zone(rule)
          from, to = rule["throttle"]
          inside = @samples["throttle"].ge(from) & @samples["throttle"].lt(to)
          inside = (from.zero? ? inside & idling(inside) : inside).where
          seconds = inside.size * @samples.step
          return if seconds < LEAST

          values = @samples["lambda"][inside].dup
          Zone.new(id: rule["id"], name: rule["name"], seconds: seconds, mean: values.mean, spread: values.stddev,
                   word: word(values.mean, *rule["lambda"]))
        end

        # With the throttle shut the engine idles only near its slowest and while it keeps its speed; else it is driven,
        # or still coming down.
        def idling(shut)
          rpm = @samples["rpm"]
          return shut if rpm.nil? || shut.where.empty?

          slowest = rpm[shut.where].to_a.sort.then { |sorted| sorted[sorted.size / 20] }
          rpm.lt(slowest * @overrun) & settled(rpm)
        end

        # Where the speed, a hunt evened out, changes little from second to second.
        def settled(rpm)
          apart = @samples.count(1)
          return rpm.ge(0) if rpm.size <= 2 * apart

          even = Smooth.mean(rpm, @samples.count(EVENED))
          change = (even[apart..] - even[0...-apart]).abs / Numo::DFloat.maximum(even[apart..], 1)
          left = apart / 2
          change = Numo::DFloat.cast(([change[0]] * left) + change.to_a + ([change[-1]] * (apart - left)))
          change.lt(SETTLED)
        end

        def word(mean, least, most)
          return "lean" if mean > most

          mean < least ? "rich" : "right"
        end
      end
    end
  end
end
