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

        # rules: of knowledge/signs.yml
        def initialize(samples, rules)
          @samples = samples
          @rules = rules
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
          inside = (@samples["throttle"].ge(from) & @samples["throttle"].lt(to)).where
          seconds = inside.size * @samples.step
          return if seconds < LEAST

          values = @samples["lambda"][inside].dup
          Zone.new(id: rule["id"], name: rule["name"], seconds: seconds, mean: values.mean, spread: values.stddev,
                   word: word(values.mean, *rule["lambda"]))
        end

        def word(mean, least, most)
          return "lean" if mean > most

          mean < least ? "rich" : "right"
        end
      end
    end
  end
end
