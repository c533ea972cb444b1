# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Signals
    # The columns of a log at one even pace, so that any logger looks alike to the detectors.
    #
    #   samples = Samples.of(log)
    #   samples["rpm"]        # Numo::DFloat, or nil where the log has no such column
    #   samples.count(0.3)    # how many samples three tenths of a second are
    class Samples
      RATE = 20.0 # 1/s: what is slower to log is taken as it is, what is quicker is averaged down to this

      # time: s from the first row; step: s between two samples
      attr_reader :time, :step, :columns

      # gasoline: air to fuel where lambda is 1
      def self.of(log, gasoline:)
        time, columns = new_pace(log)
        columns["lambda"] ||= columns["afr"] / gasoline if columns["afr"]
        new(time, columns)
      end

      def self.new_pace(log)
        time = log["time"] - log["time"][0]
        others = (log.columns.keys - ["time"]).to_h { |name| [name, log[name]] }
        count = [(log.duration * RATE).floor, time.size].min.clamp(2, 2_000_000)
        return [time, others.transform_values(&:dup)] if count >= time.size * 0.67

        mean = means(time, log.duration, count)
        [mean.call(time), others.transform_values { |values| mean.call(values) }]
      end

      # Averages over equal stretches of time; a stretch without a row is left out.
      def self.means(time, duration, count)
        slots = (time * (count / (duration * 1.0000001))).floor.cast_to(Numo::Int32).clip(0, count - 1)
        hits = slots.bincount(minlength: count).cast_to(Numo::DFloat)
        filled = hits.gt(0).where
        ->(values) { slots.bincount(values, minlength: count)[filled].dup / hits[filled].dup }
      end
      private_class_method :new_pace, :means

      def initialize(time, columns)
        @time = time
        @columns = columns
        @step = time.size > 1 ? (time[-1] - time[0]) / (time.size - 1) : 1.0
      end

      def [](name) = columns[name]

      # Whether all these columns are there.
      def all?(*names) = names.all? { |name| columns[name] }

      def count(seconds) = [(seconds / step).round, 1].max

      # Curves thinned for a picture: at most `count` points, the extremes of each stretch kept. {column => [[t, low,
      # high], ...]}
      def picture(count)
        columns.transform_values { |values| thinned(values, count) }
      end

      def inspect = "#<Samples #{time.size} of #{columns.keys.join(', ')}>"

      private

      def thinned(values, count)
        every = (values.size / count.to_f).ceil
        whole = values.size / every
        body = values[0...(whole * every)].reshape(whole, every)
        at = time[(0...(whole * every)).step(every).to_a]
        [at.to_a, body.min(axis: 1).to_a, body.max(axis: 1).to_a].transpose.map do |row|
          row.map { |value| value.round(4) }
        end
      end
    end
  end
end
