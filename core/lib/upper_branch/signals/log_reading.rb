# frozen_string_literal: true

module UpperBranch
  module Signals
    # What a data log shows: surges, hesitations, fades, and how rich or lean each throttle zone runs, each offered as
    # evidence.
    #
    #   reading = LogReading.of(log, catalogue.signs)
    #   reading.events   # => [Event(kind: "hesitation", from: 12.1, to: 12.8, says: "...", evidence: {...}), ...]
    class LogReading
      attr_reader :samples

      # signs: as knowledge/signs.yml is read
      def self.of(log, signs)
        new(Samples.of(log, gasoline: signs["gasoline"]), signs)
      end

      def initialize(samples, signs)
        @samples = samples
        found = signs["detectors"]
        @zones = Detectors::Zones.new(samples, signs["zones"], signs["driven_above"])
        @surge = Detectors::Surge.new(samples, found["surge"])
        @detectors = [
          @surge,
          Detectors::Hesitation.new(samples, found["hesitation"]),
          Detectors::Fade.new(samples, found["fade"]),
          @zones
        ]
      end

      # Array of Event in the order of time.
      def events
        @events ||= @detectors.flat_map(&:events).sort_by { |event| [event.from, event.kind] }
      end

      # What the readings come too slowly to show: sentences.
      def notes = @surge.notes

      # How rich each throttle zone runs; empty without lambda and throttle.
      def zones = @zones.all

      # Curves for a picture, {column => [[t, low, high], ...]}.
      def picture(count = 800) = samples.picture(count)
    end
  end
end
