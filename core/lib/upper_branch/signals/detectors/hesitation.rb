# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Signals
    module Detectors
      # The throttle opens, and the speed falls, or hardly rises, for as long again.
      #
      #   Hesitation.new(samples, signs["detectors"]["hesitation"]).events
      class Hesitation
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
          firsts.map { |place,| place + (ahead / 2) }
        end

        def hesitation_at(start)
          rpm = @samples["rpm"]
          finish = [start + @samples.count(@rule["looks_on"]), rpm.size - 1].min
          before = rpm[[start - @samples.count(@rule["within"]), 0].max..start].mean
          delay, sag = answer(rpm[start..finish], before)
          return unless delay > @rule["late"] || sag > @rule["sag"]

          Event.new(
            kind: "hesitation",
            from: @samples.time[start],
            to: @samples.time[finish],
            strength: delay,
            says: "#{words(delay, sag)}#{lean_spike(start, finish)}.",
            evidence: Event.evidence(@rule["evidence"])
          )
        end

        # [s until the speed answers, how far it sags first]
        def answer(part, before)
          late = part.gt(before * @rule["answered"]).where
          [(late.empty? ? part.size - 1 : late[0]) * @samples.step, 1 - (part.min / before)]
        end

        def words(delay, sag)
          first = sag > 0.02 ? ", falling #{Measuring::Words.percent(sag, 0)} first" : ""
          "The throttle opens, the speed answers #{format('%.1f', delay)} s late#{first}"
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
