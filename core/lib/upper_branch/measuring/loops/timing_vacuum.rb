# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Loops
      # Timing, vacuum and mixture: the timing goes forward while the vacuum rises, never past what the maker allows nor
      # near where it pinged; the mixture is peaked there; and the timing is tried again. Read at one speed, or the
      # readings do not compare.
      class TimingVacuum < Loop
        def curve
          { x: "screw", y: "vacuum", points: mixture_points, peak: mixture.peak }
        end

        private

        def needed = %w[most speed]

        def step
          return go("back", { "timing" => most, "screw" => last["screw"] }, most: most) if last["timing"] > most
          return go("trim", last.slice("timing", "screw"), speed: @goals["speed"]) unless fair?(last)

          forward || come_to(chosen, last["screw"], "chosen") || peaked
        end

        # Further advanced while that still gains.
        def forward
          best = timings.max_by { |timing, vacuum| [vacuum, -timing] }.first
          ahead = best + limit("degrees")
          return if ahead > most || timings.any? { |timing, _| timing >= ahead - 1e-9 }

          go("advance", { "timing" => ahead, "screw" => last["screw"] })
        end

        # The least advance that is within the gain of the best.
        def chosen
          best = timings.map(&:last).max
          timings.select { |_, vacuum| vacuum >= best - limit("gain") }.map(&:first).min
        end

        def come_to(timing, screw, word)
          return if near?(last["timing"], timing, 0.25) && near?(last["screw"], screw, limit("near"))

          go(word, { "timing" => timing, "screw" => screw })
        end

        def peaked
          return stop("dead") if mixture.flat?
          return go("try", { "timing" => last["timing"], "screw" => mixture.next }) if mixture.next

          come_to(last["timing"], by_hand(mixture.peak), "try") ||
            settled(timing: last["timing"], screw: last["screw"], vacuum: last["vacuum"])
        end

        def mixture
          PeakSearch.new(mixture_points, step: limit("step"), noise: limit("noise"), within: 0..12,
                                         least: 3)
        end

        def fair = @rounds.select { |row| fair?(row) && row["pinged"] != "yes" }
        def fair?(row) = near?(row["speed"], @goals["speed"], limit("rpm"))

        # At the screw of the last round.
        def timings = pairs(fair.select { |row| near?(row["screw"], last["screw"], limit("near")) }, "timing")
        def mixture_points = pairs(fair.select { |row| near?(row["timing"], last["timing"], 0.25) }, "screw")
        def pairs(rows, field) = (rows.empty? ? [last] : rows).map { |row| [row[field], row["vacuum"]] }

        # The maker's, or a step short of where it pinged.
        def most
          pinged = @rounds.select { |row| row["pinged"] == "yes" }.map { |row| row["timing"] - limit("degrees") }
          [@goals["most"], *pinged].min
        end
      end
    end
  end
end
