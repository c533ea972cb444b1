# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Loops
      # Where along one setting a reading is highest, and where to try next until that is known.
      #
      #   search = PeakSearch.new([[1, 640], [1.25, 690]], step: 0.25, noise: 5, within: 0..12)
      #   search.next   # => 1.5
      #   search.peak   # => nil until it is known
      #
      # Uphill a step at a time until it falls again; then the peak of the curve through what was read (MixtureSweep
      # from four places on, the parabola through three before), read on where that is not yet sure to half a step.
      class PeakSearch
        FLAT = 3 # times the noise: what moves the reading by less over four places does not rule it
        PLACES = 4

        # points: [[setting, reading], ...] as they were taken; least: places wanted before a peak is believed; grid:
        # the setting goes by steps only (a jet, a clip), and so does the peak
        def initialize(points, step:, noise:, within:, least: PLACES, grid: false)
          @step = step
          @noise = noise
          @within = within
          @least = least
          @grid = grid
          @points = points.group_by(&:first).map { |x, rows| [x.to_f, rows.sum(&:last) / rows.size.to_f] }.sort
        end

        # Does the setting rule the reading at all? Asked once four places, a step apart or more, were read: close to
        # its top every curve is flat.
        def flat?
          readings = @points.map(&:last)
          apart = @points.size >= PLACES && settings.last - settings.first >= ((PLACES - 1) * @step) - 1e-6
          apart && readings.max - readings.min < FLAT * @noise
        end

        # The setting at the peak, or nil while it is not known.
        def peak
          return if @points.empty? || flat? || off_edge || fewer_than_wanted
          return best if @grid || edge?
          return vertex unless sweep

          (sweep.peak || best).clamp(settings.first, settings.last) unless swept
        end

        # The setting to try next, or nil when there is nothing more to learn.
        def next
          return if @points.empty? || flat? || peak

          off_edge || fewer_than_wanted || swept
        end

        private

        def best = @points.max_by(&:last).first
        def settings = @points.map(&:first)
        def edge? = [settings.first, settings.last].include?(best)

        # Past the end that reads best, or past the last when only one was read; nil where the peak lies between, or the
        # setting ends.
        def off_edge
          up = inside(settings.last + @step)
          down = inside(settings.first - @step)
          return up || down if @points.size == 1
          return up if best == settings.last

          down if best == settings.first
        end

        # Beside the better neighbor of the best, then beside the other, until there are places enough.
        def fewer_than_wanted
          return if @grid || @points.size >= @least

          ends = @points.values_at(0, -1).sort_by { |_, reading| -reading }.map(&:first)
          ends.filter_map { |at| inside(at == settings.last ? at + @step : at - @step) }.first
        end

        def inside(setting) = (setting.round(6) if @within.cover?(setting.round(6)))

        def sweep
          return if @points.size < PLACES

          @sweep ||= MixtureSweep.new(settings, @points.map(&:last), noise: @noise)
        end

        # Where the curve is not yet sure enough; nil where that was read already.
        def swept
          asked = sweep&.next_turns(step: @step)
          inside(asked) if asked && !settings.include?(asked)
        end

        # Of the parabola through three places.
        def vertex
          (x0, y0), (x1, y1), (x2, y2) = @points.first(3)
          one = (y1 - y0) / (x1 - x0)
          other = (y2 - y1) / (x2 - x1)
          bend = (other - one) / (x2 - x0)
          bend.negative? ? (((x0 + x1) / 2.0) - (one / (2 * bend))).clamp(x0, x2) : best
        end
      end
    end
  end
end
