# frozen_string_literal: true

module UpperBranch
  module Practice
    class WhatIf
      # What differs between two engines that were tried, in sentences for somebody who stands at the machine.
      class Compared
        SAME = 0.01 # of the pull or of lambda: less is not worth a word
        SPEED = 0.02 # of the idle speed
        ROUGHER = 1.5 # times the scatter
        FELT = 0.002 # of the speed: a scatter that nobody feels
        HALF = 0.5 # of the full speed, to which it is timed
        LATER = 0.04 # s
        MISSES = 0.01 # of the cycles

        # was, now: Tried; full: rpm
        def initialize(was, now, full)
          @was = was
          @now = now
          @full = full
        end

        def says = [idle, part, pull, top, snap].compact

        private

        def idle
          return "It does not idle by itself, with either." unless @was.idle.rpm || @now.idle.rpm
          return "It does not idle by itself any more." unless @now.idle.rpm
          return "It idles now, which it did not." unless @was.idle.rpm

          parts = [speed, mixture, steadiness].compact
          "It idles #{parts.any? ? parts.join(', ') : 'as before'}."
        end

        def speed
          was, now = [@was, @now].map { |one| one.idle.rpm }
          "at #{now.round(-1)} instead of #{was.round(-1)} rpm" if ((now / was) - 1).abs > SPEED
        end

        def mixture
          was, now = [@was, @now].map { |one| one.idle.lambda }
          leaner(was, now)
        end

        def steadiness
          was, now = [@was, @now].map { |one| [one.idle.scatter, FELT].max }
          return "rougher" if now > ROUGHER * was

          "steadier" if was > ROUGHER * now
        end

        def part
          told = [leaner(@was.part.lambda, @now.part.lambda), misses].compact
          "Part open it is #{told.join(', and ')}." if told.any?
        end

        def misses
          was, now = [@was, @now].map { |one| one.part.missed > MISSES }
          return now ? "missing fire as before" : "not missing fire any more" if was

          "missing fire" if now
        end

        # Where the pull differs most, of the speeds at which both ran: they count from the highest.
        def pull
          return "Held wide open it dies at every speed." if @now.pull.empty?

          was, now = both.max_by { |a, b| change(a, b).abs }
          return unless was

          differs = change(was, now)
          return "Wide open it pulls as before." if differs.abs < SAME

          much = "#{(differs.abs * 100).round} % #{differs.positive? ? 'more' : 'less'}"
          "Wide open it pulls up to #{much}, at #{was.rpm.round(-2)} rpm."
        end

        def both = @was.pull.reverse.zip(@now.pull.reverse).select(&:all?)
        def change(was, now) = (now.torque - was.torque) / [was.torque.abs, now.torque.abs, 1e-9].max

        def top
          told = leaner(@was.pull.last&.lambda, @now.pull.last&.lambda)
          "Wide open at full speed it is #{told}." if told
        end

        def snap
          return "Snapped open it dies#{', as before' if @was.dies?}." if @now.dies?
          return "Snapped open it goes through, where it died before." if @was.dies?

          was, now = [@was, @now].map { |one| one.snap_time(HALF) }
          to = "to #{(@full * HALF).round(-1)} rpm"
          return "Snapped open it does not come up #{to} within two seconds." unless now
          return "Snapped open it comes up #{to} as fast as before." if was && (now - was).abs < LATER

          "Snapped open it takes #{now.round(2)} s #{to}#{" instead of #{was.round(2)}" if was}."
        end

        def leaner(was, now)
          return if was.nil? || now.nil? || ((now / was) - 1).abs < SAME

          "#{now > was ? 'leaner' : 'richer'}, lambda #{format('%.2f', now)} instead of #{format('%.2f', was)}"
        end
      end
    end
  end
end
