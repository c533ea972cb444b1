# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Measuring
    # What a data log shows: surges, hesitations, fades, and how rich or lean each throttle zone runs, each offered as evidence.
    #
    #   reading = LogReading.of(log)
    #   reading.events   # => [Event(kind: "hesitation", from: 12.1, to: 12.8, says: "...", evidence: {...}), ...]
    class LogReading
      # evidence: {symptom:, when:} or {check:, outcomes:}, as a job takes it
      Event = Struct.new(:kind, :from, :to, :strength, :says, :evidence, keyword_init: true)
      Zone = Struct.new(:id, :name, :seconds, :mean, :spread, :word, keyword_init: true)

      RATE = 20.0 # 1/s: what is slower to log is taken as it is, what is quicker is averaged down to this
      # Throttle zones in per cent, with the band of lambda that is right there (from memory: idle and top richer than cruise).
      ZONES = { "idle" => ["Idle", 0...8, 0.85..1.03], "mid" => ["Middle", 8...70, 0.88..1.08], "top" => ["Top", 70..200, 0.78..0.95] }.freeze
      GASOLINE = 14.7

      attr_reader :time, :signals

      def self.of(log)
        new(log)
      end

      def initialize(log)
        @columns = log.columns
        @time, @signals = resampled(log)
        @step = @time.size > 1 ? (@time[-1] - @time[0]) / (@time.size - 1) : 1.0
        @signals["lambda"] ||= @signals["afr"] / GASOLINE if @signals["afr"]
      end

      def events
        @events ||= (surges + hesitations + fades + zone_events).sort_by { |event| [event.from, event.kind] }
      end

      # How rich each throttle zone runs; empty without lambda and throttle.
      def zones
        return [] unless signals["lambda"] && signals["throttle"]

        @zones ||= ZONES.filter_map { |id, (name, range, band)| zone(id, name, range, band) }
      end

      # Curves thinned for a picture: at most `count` points, the extremes of each stretch kept. {column => [[t, low, high], ...]}
      def picture(count = 800)
        signals.transform_values { |values| thinned(values, count) }
      end

      private

      # Averages of equal stretches of time, so that any logger looks alike.
      def resampled(log)
        time = log["time"]
        count = [(log.duration * RATE).floor, time.size].min.clamp(2, 2_000_000)
        return [time - time[0], other(log).transform_values(&:dup)] if count >= time.size * 0.67

        slots = ((time - time[0]) * (count / (log.duration * 1.0000001))).floor.cast_to(Numo::Int32).clip(0, count - 1)
        hits = slots.bincount(minlength: count).cast_to(Numo::DFloat)
        filled = hits.gt(0).where
        mean = ->(values) { slots.bincount(values, minlength: count)[filled].dup / hits[filled].dup }
        [mean.call(time - time[0]), other(log).transform_values { |values| mean.call(values) }]
      end

      def other(log)
        (@columns.keys - ["time"]).to_h { |name| [name, log[name]] }
      end

      def samples(seconds)
        [(seconds / @step).round, 1].max
      end

      # Running mean over a number of samples.
      def smooth(values, width)
        return values if width < 2 || values.size <= width

        sums = values.cumsum
        middle = (sums[width..] - sums[0...-width]) / width
        left = width / 2
        Numo::DFloat.cast(([middle[0]] * left) + middle.to_a + ([middle[-1]] * (values.size - left - middle.size)))
      end

      # Speed that rises and falls in a rhythm while the throttle stands still: windows of eight seconds, autocorrelation.
      def surges
        rpm = signals["rpm"] or return []
        width = samples(8)
        windows = (0..(rpm.size - width)).step([width / 2, 1].max).filter_map { |start| surge_in(rpm, start, width) }
        joined(windows) { |one, other| one.merge(to: other[:to], period: (one[:period] + other[:period]) / 2, swing: [one[:swing], other[:swing]].max) }.map { |row| surge_event(row) }
      end

      def surge_in(rpm, start, width)
        return if width < 32 || (signals["throttle"] && still?(start, width) == false)

        part = rpm[start...(start + width)].dup
        mean = part.mean
        swing = Math.sqrt(2) * part.stddev / mean
        return if mean < 200 || swing < 0.02

        pattern = SignalPattern.new(coarse(part), interval: @step * (width / 80.0).ceil)
        return unless pattern.period && pattern.regularity > 0.45 && pattern.period.between?(0.3, 4.0)

        { from: @time[start], to: @time[start + width - 1], period: pattern.period, swing: swing, throttle: signals["throttle"] && signals["throttle"][start...(start + width)].mean }
      end

      # About eighty samples are enough for a rhythm of a second.
      def coarse(part)
        every = (part.size / 80.0).ceil
        part[(0...part.size).step(every).to_a].to_a
      end

      def still?(start, width)
        throttle = signals["throttle"][start...(start + width)]
        throttle.max - throttle.min < 6
      end

      def surge_event(row)
        idle = row[:throttle] && row[:throttle] < 8
        Event.new(kind: "surge", from: row[:from], to: row[:to], strength: row[:swing],
                  says: "Speed swings #{Words.percent(row[:swing], 0)} every #{format('%.1f', row[:period])} s#{" at #{row[:throttle].round} % throttle" if row[:throttle]}.",
                  evidence: { symptom: idle ? "idle-hunts" : "surge-steady", when: [] })
      end

      # The throttle opens by a quarter within three tenths and the speed falls, or hardly rises, for as long again.
      def hesitations
        throttle = signals["throttle"]
        rpm = signals["rpm"]
        return [] unless throttle && rpm

        ahead = samples(0.3)
        return [] if throttle.size <= ahead

        rise = throttle[ahead..] - throttle[0...-ahead]
        starts = first_of_runs((rise > 25).where.to_a, samples(2.0))
        starts.filter_map { |i| hesitation_at(i + (ahead / 2), rpm) }
      end

      def first_of_runs(places, apart)
        places.each_with_index.select { |place, i| i.zero? || place - places[i - 1] > apart }.map(&:first)
      end

      def hesitation_at(start, rpm)
        finish = [start + samples(1.2), rpm.size - 1].min
        before = rpm[[start - samples(0.3), 0].max..start].mean
        answer = rpm[start..finish]
        lowest = answer.min
        late = first_of(answer > before * 1.03)
        delay = late ? late * @step : (finish - start) * @step
        sag = 1 - (lowest / before)
        return unless delay > 0.35 || sag > 0.05

        spike = lean_spike(start, finish)
        Event.new(kind: "hesitation", from: @time[start], to: @time[finish], strength: delay, evidence: { symptom: "hesitation", when: ["throttle-opens"] },
                  says: "The throttle opens, the speed answers #{format('%.1f', delay)} s late#{", falling #{Words.percent(sag, 0)} first" if sag > 0.02}#{spike}.")
      end

      # The first place that is true, or nil: an empty array of places has no first and says so with an exception.
      def first_of(mask)
        places = mask.where
        places.empty? ? nil : places[0]
      end

      def lean_spike(start, finish)
        lambda = signals["lambda"] or return ""
        part = lambda[start..finish]
        part.max > 1.15 ? ", lean for #{format('%.1f', (part > 1.15).count * @step)} s (up to #{format('%.2f', part.max)})" : ""
      end

      # Full throttle held, and after some seconds the speed goes down: fitted as an exponential fall.
      def fades
        throttle = signals["throttle"]
        rpm = signals["rpm"]
        return [] unless throttle && rpm

        runs_over(throttle, 85, 3.0).filter_map { |from, to| fade_in(smooth(rpm[from..to].dup, samples(0.5)), from) }
      end

      # [from, to] of the stretches that stay over a limit for some seconds.
      def runs_over(values, limit, seconds)
        over = values.gt(limit).cast_to(Numo::Int8).to_a
        runs = over.each_index.chunk_while { |i, j| over[i] == over[j] }.select { |run| over[run.first] == 1 }
        runs.select { |run| run.size * @step >= seconds }.map { |run| [run.first, run.last] }
      end

      def fade_in(rpm, from)
        peak = (rpm >= rpm.max * 0.98).where.to_a.last or return # the last moment it still pulled
        fall = 1 - (rpm[-1] / rpm[peak])
        return if fall < 0.06 || peak * @step < 0.5 || (rpm.size - peak) * @step < 1

        half = first_of(rpm[peak..] < rpm[peak] * (1 - (fall * 0.63)))
        Event.new(kind: "fade", from: @time[from + peak], to: @time[from + rpm.size - 1], strength: fall, evidence: { check: "load-hold", outcomes: ["fades"] },
                  says: "Full throttle held: after #{format('%.0f', peak * @step)} s the speed falls #{Words.percent(fall, 0)}, time constant #{format('%.1f', half.to_i * @step)} s.")
      end

      def zone(id, name, range, band)
        inside = (signals["throttle"].ge(range.begin) & signals["throttle"].lt(range.end)).where
        return if inside.size * @step < 2

        values = signals["lambda"][inside].dup
        mean = values.mean
        word = if mean > band.end then "lean"
               else mean < band.begin ? "rich" : "right"
               end
        Zone.new(id: id, name: name, seconds: inside.size * @step, mean: mean, spread: values.stddev, word: word)
      end

      def zone_events
        zones.reject { |zone| zone.word == "right" }.map do |zone|
          Event.new(kind: "zone", from: 0.0, to: @time[-1], strength: zone.mean, evidence: { check: "lambda", outcomes: ["#{zone.word}-#{zone.id}"] },
                    says: "#{zone.name}: #{zone.word}, lambda #{format('%.2f', zone.mean)} over #{zone.seconds.round} s.")
        end
      end

      def joined(rows)
        rows.each_with_object([]) { |row, kept| kept.any? && row[:from] <= kept.last[:to] ? kept[-1] = yield(kept.last, row) : kept << row }
      end

      def thinned(values, count)
        every = (values.size / count.to_f).ceil
        whole = values.size / every
        body = values[0...(whole * every)].reshape(whole, every)
        time = @time[(0...(whole * every)).step(every).to_a]
        [time.to_a, body.min(axis: 1).to_a, body.max(axis: 1).to_a].transpose.map { |row| row.map { |value| value.round(4) } }
      end
    end
  end
end
