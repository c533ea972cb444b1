# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Signals
    module Detectors
      # Full throttle held, and after some seconds the speed goes down: told as an exponential fall.
      #
      #   Fade.new(samples, signs["detectors"]["fade"]).events
      class Fade
        SMOOTHED = 0.5 # s
        STILL_PULLS = 0.98 # of the highest speed
        ONE_TIME_CONSTANT = 0.63 # of the fall, 1 - 1/e
        STEP = 0.5 # s that a change up takes
        STILL_PULLING = 0.02 # of the speed, gained in four times that

        # rule: of knowledge/signs.yml
        def initialize(samples, rule)
          @samples = samples
          @rule = rule
        end

        # Array of Event.
        def events
          return [] unless @samples.all?("throttle", "rpm")

          full_throttle.flat_map { |from, to| pulls(from, to) }.filter_map { |from, rpm| fade_in(rpm, from) }
        end

        private

        # [from, to] of the stretches of full throttle that are held.
        def full_throttle
          over = @samples["throttle"].gt(@rule["full_above"]).cast_to(Numo::Int8).to_a
          runs = over.each_index.chunk_while { |i, j| over[i] == over[j] }.select { |run| over[run.first] == 1 }
          runs.select { |run| run.size * @samples.step >= @rule["held"] }.map { |run| [run.first, run.last] }
        end

        # The pulls between changes up: [[from, smoothed speed], ...]
        def pulls(from, to)
          raw = @samples["rpm"][from..to].dup
          edges = [0, *shifts(raw), raw.size]
          edges.each_cons(2).filter_map do |first, past|
            [from + first, Smooth.mean(raw[first...past].dup, @samples.count(SMOOTHED))] if past - first > 2
          end
        end

        # Where the speed steps down and the pull goes on: a change up.
        def shifts(rpm)
          width = @samples.count(STEP)
          return [] if rpm.size <= 4 * width

          lost = 1 - (rpm[width..] / Numo::DFloat.maximum(rpm[0...-width], 1))
          places = lost.gt(@rule["shift"]).where.to_a
          runs = places.slice_when { |one, other| other - one > width }.to_a
          runs.map { |run| run.last + width }.select { |place| pulls_on?(rpm, place, width) }
        end

        def pulls_on?(rpm, place, width)
          after = rpm[place...[place + (4 * width), rpm.size].min]
          after.size > 2 && Smooth.slope(after.dup) * after.size > STILL_PULLING * after.mean
        end

        def fade_in(rpm, from)
          peak = (rpm >= rpm.max * STILL_PULLS).where.to_a.last or return
          fall = 1 - (rpm[-1] / rpm[peak])
          return unless fall >= @rule["fall"] && seen?(peak, rpm.size)

          Event.new(
            kind: "fade",
            from: @samples.time[from + peak],
            to: @samples.time[from + rpm.size - 1],
            strength: fall,
            says: words(rpm, peak, fall),
            evidence: Event.evidence(@rule["evidence"])
          )
        end

        # Long enough before the peak to call it pulling, and long enough after it to call it a fade.
        def seen?(peak, size)
          peak * @samples.step >= @rule["pulled"] && (size - peak) * @samples.step >= @rule["looks_on"]
        end

        def words(rpm, peak, fall)
          fallen = rpm[peak..].lt(rpm[peak] * (1 - (fall * ONE_TIME_CONSTANT))).where
          constant = (fallen.empty? ? 0 : fallen[0]) * @samples.step
          pulled = format("%.0f", peak * @samples.step)
          "Full throttle held: after #{pulled} s the speed falls #{Measuring::Words.percent(fall, 0)}, " \
            "time constant #{format('%.1f', constant)} s."
        end
      end
    end
  end
end
