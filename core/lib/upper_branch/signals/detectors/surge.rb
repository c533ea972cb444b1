# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Signals
    module Detectors
      # Speed that rises and falls in a rhythm while the throttle stands still: overlapping windows, short and long,
      # each with its slope taken off, by its autocorrelation; the swing is that of the rhythm alone.
      #
      #   Surge.new(samples, signs["detectors"]["surge"]).events
      class Surge
        COARSE = 80   # samples of a window are enough for a rhythm of a second
        LEAST = 12    # samples; a shorter window shows no rhythm
        REPEATS = 3   # times in a window; a change up is one step, no rhythm
        A_PERIOD = 4  # samples a period that a rhythm takes to be seen
        TUNED = 0.06  # of a period, about the one read off

        # rule: of knowledge/signs.yml
        def initialize(samples, rule)
          @samples = samples
          @rule = rule
        end

        # Array of Event.
        def events
          return [] unless @samples.all?("rpm")

          found = @rule["windows"].flat_map { |seconds| windows(seconds) }.sort_by { |row| row[:from] }
          joined(found).map { |row| event(trimmed(row)) }
        end

        # What the readings come too slowly to show: sentences.
        def notes
          quickest = A_PERIOD * @samples.step
          return [] if !@samples.all?("rpm") || quickest <= @rule["period"].first * 2

          rate, slowest = [1 / @samples.step, quickest].map { |number| Measuring::Words.number(number.round(1)) }
          ["#{rate} readings a second: nothing faster than #{slowest} s can be seen."]
        end

        private

        def windows(seconds)
          size = @samples["rpm"].size
          width = @samples.count(seconds)
          return [] if width < LEAST

          (0..(size - width)).step([width / 2, 1].max).filter_map { |start| surge_in(start, width) }
        end

        def surge_in(start, width)
          part = @samples["rpm"][start...(start + width)]
          return if moved?(start, width) || part.mean < @rule["least_speed"]

          level = Smooth.detrended(part.dup)
          return if Math.sqrt(2) * level.stddev < @rule["least_swing"] * part.mean

          pattern = pattern(level)
          return unless rhythm?(pattern, width)

          period, swing = tuned(level, pattern.period)
          swing /= part.mean
          return if swing < @rule["least_swing"]

          { from: start, to: start + width - 1, period: period, swing: swing,
            throttle: throttle(start, width)&.mean }
        end

        # It repeats, at least three times in the window, and slowly enough for these readings.
        def rhythm?(pattern, width)
          least, most = @rule["period"]
          pattern.period && pattern.regularity > @rule["regularity"] &&
            pattern.period.between?([least, A_PERIOD * @samples.step].max, [most, width * @samples.step / REPEATS].min)
        end

        # Of fewer samples, averaged.
        def pattern(level)
          every = (level.size / COARSE.to_f).ceil
          whole = level.size / every * every
          coarse = level[0...whole].reshape(whole / every, every).mean(axis: 1).to_a
          Measuring::SignalPattern.new(coarse, interval: @samples.step * every)
        end

        # [period, amplitude] of the sine that fits best, of periods about the one read off coarse samples: over many
        # swings a period a little off fits next to nothing.
        def tuned(level, period)
          about = (-6..6).map { |step| period * (1 + (TUNED * step / 6)) }
          about.map { |one| [one, amplitude(level, one)] }.max_by(&:last)
        end

        # Amplitude of the sine of that period which fits best.
        def amplitude(level, period)
          at = Numo::DFloat.new(level.size).seq * (2 * Math::PI * @samples.step / period)
          Math.hypot((level * Numo::NMath.sin(at)).mean, (level * Numo::NMath.cos(at)).mean) * 2
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

        # The stronger tells how often.
        def both(one, other)
          stronger = [one, other].max_by { |row| row[:swing] }
          stronger.merge(from: one[:from], to: [one[:to], other[:to]].max)
        end

        # Its edges to within a period: where a period's swing reaches half of the whole's.
        def trimmed(row)
          width = [@samples.count(row[:period]), 3].max
          starts = (row[:from]..(row[:to] - width + 1)).step([width / 4, 1].max)
          swings = starts.select { |start| swing(start, width) > row[:swing] / 2 }
          return row if swings.empty?

          row.merge(from: swings.first + (width / 4), to: swings.last + width - 1 - (width / 4))
        end

        # Of a stretch, as a share of its speed.
        def swing(start, width)
          part = @samples["rpm"][start...(start + width)].dup
          Math.sqrt(2) * Smooth.detrended(part).stddev / part.mean
        end

        def event(row)
          at = row[:throttle] && row[:throttle] < @rule["idle_below"] ? "idle" : "open"
          evidence = @rule["evidence"].find { |one| one["at"] == at }
          Event.new(kind: "surge", from: @samples.time[row[:from]], to: @samples.time[row[:to]], strength: row[:swing],
                    says: words(row), evidence: Event.evidence(evidence))
        end

        def words(row)
          where = row[:throttle] ? " at #{row[:throttle].round} % throttle" : ""
          "Speed swings #{Measuring::Words.percent(row[:swing], 0)} every #{format('%.1f', row[:period])} s#{where}."
        end
      end
    end
  end
end
