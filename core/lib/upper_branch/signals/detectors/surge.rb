# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Signals
    module Detectors
      # Speed that rises and falls in a rhythm while the throttle stands still: overlapping windows, each by its
      # autocorrelation.
      #
      #   Surge.new(samples, signs["detectors"]["surge"]).events
      class Surge
        COARSE = 80 # samples of a window are enough for a rhythm of a second
        LEAST = 32  # samples; a shorter window shows no rhythm

        # rule: of knowledge/signs.yml
        def initialize(samples, rule)
          @samples = samples
          @rule = rule
        end

        # Array of Event.
        def events
          return [] unless @samples.all?("rpm")

          joined(windows).map { |row| event(row) }
        end

        private

        def windows
          size = @samples["rpm"].size
          width = @samples.count(@rule["window"])
          (0..(size - width)).step([width / 2, 1].max).filter_map { |start| surge_in(start, width) }
        end

        def surge_in(start, width)
          return if width < LEAST || moved?(start, width)

          part = @samples["rpm"][start...(start + width)].dup
          swing = Math.sqrt(2) * part.stddev / part.mean
          return if part.mean < @rule["least_speed"] || swing < @rule["least_swing"]

          pattern = Measuring::SignalPattern.new(coarse(part), interval: @samples.step * (width / COARSE.to_f).ceil)
          return unless rhythm?(pattern)

          { from: @samples.time[start], to: @samples.time[start + width - 1], period: pattern.period, swing: swing,
            throttle: throttle(start, width)&.mean }
        end

        def rhythm?(pattern)
          least, most = @rule["period"]
          pattern.period && pattern.regularity > @rule["regularity"] && pattern.period.between?(least, most)
        end

        def coarse(part)
          every = (part.size / COARSE.to_f).ceil
          part[(0...part.size).step(every).to_a].to_a
        end

        def moved?(start, width)
          throttle(start, width)&.then { |part| part.max - part.min >= @rule["still"] }
        end

        def throttle(start, width)
          @samples["throttle"] && @samples["throttle"][start...(start + width)]
        end

        # Windows that overlap are one surge.
        def joined(rows)
          rows.each_with_object([]) do |row, kept|
            kept.any? && row[:from] <= kept.last[:to] ? kept[-1] = both(kept.last, row) : kept << row
          end
        end

        def both(one, other)
          one.merge(
            to: other[:to],
            period: (one[:period] + other[:period]) / 2,
            swing: [one[:swing], other[:swing]].max
          )
        end

        def event(row)
          at = row[:throttle] && row[:throttle] < @rule["idle_below"] ? "idle" : "open"
          evidence = @rule["evidence"].find { |one| one["at"] == at }
          Event.new(kind: "surge", from: row[:from], to: row[:to], strength: row[:swing], says: words(row),
                    evidence: Event.evidence(evidence))
        end

        def words(row)
          where = row[:throttle] ? " at #{row[:throttle].round} % throttle" : ""
          "Speed swings #{Measuring::Words.percent(row[:swing], 0)} every #{format('%.1f', row[:period])} s#{where}."
        end
      end
    end
  end
end
