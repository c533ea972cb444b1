# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Loops
      # Mixture and speed in turn. A pass: at one place of the stop screw the mixture is peaked and set by the shop's
      # method; where the speed is off then, the stop brings it back and another pass begins. Settled when the mixture
      # stands at its best and the speed is right, both at one place of the stop.
      class MixtureSpeed < Loop
        def curve
          rows = pass
          { x: "screw", y: reads(rows), points: points(rows), peak: search(rows).peak }
        end

        private

        def needed = %w[speed]

        def step
          return stop("slot", stop: last["stop"]) if last["stop"] > limit("slot")

          # A pass that begins at the wrong speed is not worth peaking: the stop again first.
          return speed if passes.size > 1 && pass.size == 1 && off.abs > limit("rpm")

          found = search(pass)
          return stop("dead") if found.flat?

          peaked(found)
        end

        def peaked(found)
          at = found.peak ? left_at(found.peak) : found.next
          return go("try", { "screw" => at, "stop" => last["stop"] }) unless near?(last["screw"], at, limit("near"))

          speed
        end

        # The mixture stands; now the speed.
        def speed
          return settled(screw: last["screw"], speed: last["speed"]) if off.abs <= limit("rpm")

          go("trim", { "screw" => last["screw"], "stop" => stop_for }, speed: @goals["speed"])
        end

        # By what the stop did between the last two passes, else an eighth of a turn.
        def stop_for
          eighth = off.positive? ? limit("stop_step") : -limit("stop_step")
          by = rpm_a_turn ? off / rpm_a_turn : eighth
          most = 2 * limit("stop_step")
          (last["stop"] - by.clamp(-most, most)).clamp(0, limit("slot") * 2).round(3)
        end

        def rpm_a_turn
          first = pass.first
          before = passes[-2]&.last
          return unless before

          slope = (first["speed"] - before["speed"]) / (first["stop"] - before["stop"]).to_f
          slope if slope > limit("slope")
        end

        def off = last["speed"] - @goals["speed"]
        def passes = @rounds.chunk_while { |one, other| one["stop"] == other["stop"] }.to_a
        def pass = passes.last

        # By the gauge where every round of the pass has it.
        def reads(rows) = rows.all? { |row| row["vacuum"] } ? "vacuum" : "speed"
        def points(rows) = rows.map { |row| [row["screw"], row[reads(rows)]] }

        # A later pass needs only the top: it begins beside it.
        def search(rows)
          first = rows.equal?(passes.first) || passes.size == 1
          PeakSearch.new(points(rows), step: limit("step"), noise: limit("noise_#{reads(rows)}"), within: 0..12,
                                       least: first ? PeakSearch::PLACES : 3)
        end

        # Where the shop leaves the screw, of the peak; a step further to lean where that was not read yet.
        def left_at(peak)
          by = { "lean-drop" => "lean-drop-back", "drop-by-rpm" => "drop-by" }[@method]
          return by_hand(peak) unless by && @leaner

          leanest = pass.map { |row| row["screw"] }.max_by { |screw| screw * @leaner }
          by_hand((swept[by] || (leanest + (@leaner * limit("step")))).clamp(0, 12))
        end

        # {method => turns} over what was read in this pass; empty before there are readings enough.
        def swept
          rows = pass.uniq { |row| row["screw"] }
          return {} if rows.size < PeakSearch::PLACES

          sweep = MixtureSweep.new(*points(rows).transpose, noise: limit("noise_#{reads(rows)}"))
          sweep.settings(@leaner, drop: limit("drop_#{reads(rows)}"))
        end
      end
    end
  end
end
