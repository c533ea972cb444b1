# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Signals
    module Detectors
      # The throttle opens, and the pull comes late, or the speed sags first. Late is reckoned from the pull that
      # follows: its straight line, drawn back to the speed before, begins when the engine took up; under load a healthy
      # pull climbs slowly, but from the first.
      #
      #   Hesitation.new(samples, signs["detectors"]["hesitation"]).events
      class Hesitation
        # late: s, nil where it never answers; unsure: standard uncertainty of that; sag: of the speed before
        Answer = Struct.new(:late, :sag, :unsure, keyword_init: true)

        NOISY = 3.0 # standard deviations from which a climb or a sag is none of noise

        # rule: of knowledge/signs.yml
        def initialize(samples, rule)
          @samples = samples
          @rule = rule
        end

        # Array of Event.
        def events
          return [] unless @samples.all?("throttle", "rpm")

          openings.filter_map { |start| hesitation_at(start) }
        end

        private

        # Places where the throttle has just opened, each opening once.
        def openings
          throttle = @samples["throttle"]
          ahead = @samples.count(@rule["within"])
          return [] if throttle.size <= ahead

          rise = throttle[ahead..] - throttle[0...-ahead]
          places = (rise > @rule["opens"]).where.to_a
          apart = @samples.count(@rule["apart"])
          firsts = places.each_with_index.select { |place, i| i.zero? || place - places[i - 1] > apart }
          firsts.map { |place,| steepest(place, ahead) }
        end

        # Where in it the throttle moves.
        def steepest(place, ahead)
          steps = @samples["throttle"][place..(place + ahead)].diff
          place + steps.max_index + 1
        end

        def hesitation_at(start)
          finish = still_open(start)
          return if finish - start < 3

          before = @samples["rpm"][[start - @samples.count(@rule["within"] * 3), 0].max...start]
          answer = answer(@samples["rpm"][start..finish].dup, before)
          return unless late?(answer) || answer.sag > @rule["sag"]

          late = answer.late || ((finish - start) * @samples.step)

          Event.new(
            kind: "hesitation",
            from: @samples.time[start],
            to: @samples.time[[start + @samples.count(late), finish].min],
            strength: late,
            says: "#{words(answer)}#{lean_spike(start, finish)}.",
            evidence: Event.evidence(@rule["evidence"])
          )
        end

        def late?(answer) = answer.late.nil? || answer.late - (2 * answer.unsure) > @rule["late"]

        # The last sample that is looked at: a while on, or when the throttle shuts again.
        def still_open(start)
          finish = [start + @samples.count(@rule["looks_on"]), @samples["rpm"].size - 1].min
          throttle = @samples["throttle"][start..finish]
          shut = throttle.lt(throttle[[@samples.count(0.1), throttle.size - 1].min] / 2).where
          shut.empty? ? finish : start + shut[0]
        end

        def answer(part, before)
          noise = Smooth.noise(part)
          speed = before.empty? ? part[0] : before.mean
          sag = speed.positive? ? [(speed - Smooth.mean(part, @samples.count(0.15)).min) / speed, 0.0].max : 0.0
          sag = 0.0 if sag * speed < NOISY * noise
          late, unsure = lateness(part, speed, noise)
          Answer.new(late: late, sag: sag, unsure: unsure)
        end

        # [s, standard uncertainty]; none where there is no pull to reckon it from and no sag either.
        def lateness(part, speed, noise)
          width = [@samples.count(@rule["pull"]), 3].max
          return [0.0, 0.0] if part.size < width

          steepest, pull = steepest_climb(part, width, noise)
          slope = Smooth.slope(part[pull].dup)
          errors = errors(noise, width)
          rise = part[steepest].mean - speed
          return never(part, speed) if rise < NOISY * errors.first || slope <= NOISY * errors.last

          late = (pull.sum / pull.size.to_f) - ((part[pull].mean - speed) / slope)
          # As sure as the steepest stretch is: how long the pull is straight was found from the same noisy curve.
          [[late, 0.0].max * @samples.step, unsure(rise, slope, errors) * @samples.step]
        end

        # Standard uncertainty of a straight line through so many samples: of its height in the middle, of its slope.
        def errors(noise, count) = [noise / Math.sqrt(count), noise * Math.sqrt(12.0 / (count**3))]

        # How surely a line is drawn back over a rise: in samples.
        def unsure(rise, slope, errors) = Math.hypot(errors.first / slope, errors.last / slope * rise / slope)

        # The steepest stretch of so many samples, and all about it whose slope only noise parts from that: the steepest
        # by itself is the one that noise has raised most.
        def steepest_climb(part, width, noise)
          starts = (0..(part.size - width)).step([width / 6, 1].max).to_a
          slopes = starts.map { |from| Smooth.slope(part[from...(from + width)].dup) }
          most = slopes.index(slopes.max)
          alike = run_about(slopes, most, slopes.max - (NOISY * errors(noise, width).last))
          [most..most, alike].map { |run| starts[run.first]..(starts[run.last] + width - 1) }
        end

        # Indices about the highest where the slopes stay above the least.
        def run_about(slopes, most, least)
          first = most.downto(0).take_while { |i| slopes[i] >= least }.last
          first..(most...slopes.size).take_while { |i| slopes[i] >= least }.last
        end

        # No pull at all: it never answers where the speed goes down, else the load holds it.
        def never(part, speed) = [part[-1] < speed * (1 - @rule["sag"]) ? nil : 0.0, 0.0]

        def words(answer)
          unless answer.late
            return "The throttle opens and the speed never answers: it falls #{Measuring::Words.percent(answer.sag, 0)}"
          end

          first = answer.sag > 0.02 ? ", falling #{Measuring::Words.percent(answer.sag, 0)} first" : ""
          give = answer.unsure > 0.05 ? " (give or take #{format('%.1f', 2 * answer.unsure)})" : ""
          "The throttle opens, the speed answers #{format('%.1f', answer.late)} s#{give} late#{first}"
        end

        def lean_spike(start, finish)
          lambda = @samples["lambda"] or return ""
          part = lambda[start..finish]
          above = @rule["lean_above"]
          return "" unless part.max > above

          ", lean for #{format('%.1f', part.gt(above).count * @samples.step)} s (up to #{format('%.2f', part.max)})"
        end
      end
    end
  end
end
