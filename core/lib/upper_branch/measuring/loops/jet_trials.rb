# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Loops
      # Main jet, then needle, one change at a time, each run over the same stretch: the shorter time is the better. A
      # lean plug or a ping goes before the clock: richer. Settled when both neighbors of each were tried and are no
      # better.
      class JetTrials < Loop
        def curve = through("jet", "time", at(last, "clip"))

        private

        def needed = %w[step]

        def step
          before = @rounds[-2]
          both = before && before["jet"] != last["jet"] && before["clip"] != last["clip"]
          return go("both", { "jet" => last["jet"], "clip" => before["clip"] }.compact) if both
          return go("lean", richer) if last["plug"] == "lean"

          jet || clip || settled(**{ jet: last["jet"], clip: last["clip"] }.compact)
        end

        def richer = { "jet" => last["jet"] + @goals["step"], "clip" => last["clip"] }.compact

        def jet
          search = search(at(last, "clip"), "jet", @goals["step"], 1..1000)
          return go("jet", { "jet" => search.next, "clip" => last["clip"] }.compact) if search.next

          peak = search.peak || last["jet"]
          go("best-jet", { "jet" => peak, "clip" => last["clip"] }.compact) unless peak == last["jet"]
        end

        # Positions from the top: lower is richer.
        def clip
          return unless last["clip"]

          search = search(at(last, "jet"), "clip", 1, 1..limit("clips"))
          return go("clip", { "jet" => last["jet"], "clip" => search.next }) if search.next

          peak = search.peak || last["clip"]
          go("best-clip", { "jet" => last["jet"], "clip" => peak }) unless peak == last["clip"]
        end

        # Rounds with the other setting as it stands now; what was lean does not count, however fast.
        def at(row, other) = @rounds.select { |one| one[other] == row[other] && one["plug"] != "lean" }

        def search(rows, field, step, within)
          points = rows.map { |row| [row[field], -row["time"]] }
          lean = @rounds.select { |row| row["plug"] == "lean" && field == "jet" }.map { |row| row["jet"] }.max
          within = ((lean + step)..within.end) if lean
          PeakSearch.new(points, step: step, noise: limit("seconds"), within: within, grid: true)
        end
      end
    end
  end
end
