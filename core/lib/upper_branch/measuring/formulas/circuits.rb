# frozen_string_literal: true

module UpperBranch
  module Measuring
    module Formulas
      # Pump shot, mixture screw and its port.
      module Circuits
        module_function

        def pump_shot(v, k)
          sides = [v[:one], v[:other]].compact.map { |list| PumpShot.per_stroke(list.sum / list.size, v[:strokes]) }
          imbalance = sides.size == 2 ? PumpShot.imbalance(*sides) : nil
          delay = v[:late] && PumpShot.delay(v[:late], v[:travel])
          inside = 101_325.0 - v[:vacuum]
          needed = PumpShot.filling(v[:manifold], inside, 101_325.0, k[:temperature], k[:ratio], k[:density])
          {
            stroke: sides.sum,
            imbalance: imbalance,
            variation: v[:one].size > 1 ? PumpShot.variation(v[:one]) : nil,
            delay: delay,
            needed: needed,
            says: [
              (
                if sides.sum < needed
                  "Less than the air of one opening asks for: it will hesitate."
                else
                  "Enough for the air of one opening."
                end
              ),
              delay && delay > k[:late] ? "It comes late: a good shot that is late is still a fault." : nil,
              imbalance && imbalance > k[:uneven] ? "The sides differ: half a path is blocked." : nil
            ]
          }
        end

        # What the opened throttle asks for at once: fuel for the air that fills the manifold, and what the walls take
        # up.
        def shot_size(v, k)
          inside = 101_325.0 - v[:vacuum]
          air = PumpShot.filling(v[:manifold], inside, 101_325.0, k[:temperature], k[:ratio], k[:density])
          film = WallFilm.taken_up(v[:share], v[:seconds], *[v[:from], v[:to]].map { |flow| flow * k[:density] })
          walls = film / k[:density]
          { air: air, walls: walls, together: air + walls,
            says: ["Most of it is for the #{walls > air ? 'walls' : 'air'}: " \
                   "#{walls > air ? 'cold walls want a larger shot' : 'a larger manifold wants more'}."] }
        end

        # reads: what the values are; each kind of reading has its noise and its usual lean drop.
        def mixture_sweep(v, k)
          sweep = MixtureSweep.of(v[:turns], v[:values], reads: v[:reads], typed: k[:unsure][:values], limits: k)
          chances = sweep.chances
          drop = v[:drop] || k[:"drop_#{v[:reads]}"]
          settings = sweep.settings(v[:screw] == "fuel" ? -1 : 1, drop: drop)
          {
            peak: sweep.peak,
            lean_drop_back: settings["lean-drop-back"],
            drop_by: settings["drop-by"],
            range: sweep.range,
            next: sweep.next_turns,
            says: [sweep_says(sweep, chances)],
            curve: sweep_curve(sweep, settings, v[:reads])
          }
        end

        def sweep_says(sweep, chances)
          case chances.max_by(&:last).first
          when "flat"
            "The screw does not rule the idle: count the stop screw first."
          when "inside"
            "Peak at #{format('%.2f', sweep.peak)} turns, give or take #{format('%.2f', 2 * sweep.peak_uncertainty)}."
          else
            "Still rising at the last step: go on past it, or look for what it makes up for."
          end
        end

        def sweep_curve(sweep, settings, reads)
          low, high = sweep.turns.minmax
          fitted = (0..40).map { |i| (low + ((high - low) * i / 40.0)).then { |x| [x, sweep.at(x)] } }
          names = { "peak" => "Peak", "lean-drop-back" => "Lean drop, back a quarter", "drop-by" => "Your lean drop" }
          Calculator::Curve.new(
            x: {
              name: "Turns out",
              unit: "turns"
            },
            y: {
              name: { "speed" => "Speed", "vacuum" => "Vacuum" }.fetch(reads),
              unit: { "speed" => "rpm", "vacuum" => "inHg" }.fetch(reads)
            },
            series: [{ name: "Fitted", points: fitted }, { name: "Read", points: sweep.turns.zip(sweep.values).sort }],
            marks: settings.compact.map { |id, x| { name: names[id], x: x, y: sweep.at(x) } }
          )
        end

        # Passes shrink by about the share of the last two; so many more until the mixture moves no more than its limit.
        def two_screws(v, k)
          raise Invalid.new("speeds", "Give the speed found at every pass") unless v[:speeds].size == v[:peaks].size

          steps = v[:peaks].each_cons(2).map { |one, other| (other - one).abs }
          off = v[:speeds].last - v[:wanted]
          apart = v[:others] && (v[:peaks].last - v[:others].last).abs
          {
            mixture_moved: steps.last,
            speed_off: off,
            apart: apart,
            settled: passes_left(steps, off, k),
            says: [next_move(steps, off, k), apart && apart > k[:pair] ? odd_screw : nil]
          }
        end

        def passes_left(steps, off, k)
          return if steps.empty?
          return off.abs <= k[:rpm] ? 0 : 1 if steps.last <= k[:turn]

          shrink = steps.size > 1 && steps[-2].positive? ? (steps[-1] / steps[-2]).clamp(0.2, 0.9) : 0.5
          (Math.log(k[:turn] / steps.last) / Math.log(shrink)).ceil
        end

        def next_move(steps, off, k)
          return "One pass is none: peak the mixture again at the trimmed speed." if steps.empty?

          if off.abs > k[:rpm]
            way = off.positive? ? "down" : "up"
            return "Trim the speed #{way} by #{off.abs.round} rpm, then peak the mixture again."
          end
          return "The mixture still moves: peak it again." if steps.last > k[:turn]

          "Both have settled: write the turns and the speed down."
        end

        def odd_screw
          "One screw wants a clearly different setting from its sister: look at its port and seat, not at the mixture."
        end

        def screw_port(v, _k)
          if v[:tip] >= [v[:port], v[:burred]].min
            raise Invalid.new("tip", "The tip's end is wider than the port: it would not enter")
          end

          sound = ScrewPort.new(port: v[:port], end_diameter: v[:tip], angle: v[:angle], pitch: v[:pitch])
          now = burred(sound, v)
          area = sound.area(v[:turns])
          needed = now.turns_for(area)
          { sound: area, narrowed: now.area(v[:turns]), needed: needed, flush: now.flush_turns,
            says: [port_says(needed, v[:turns])] }
        end

        def burred(sound, v)
          return sound.burred_at_seat(v[:burred]) if v[:place] == "seat" || v[:burred] >= v[:port]

          sound.burred_behind(v[:burred], v[:depth]).tap { |port| refuse_burr if port.meets_burr? }
        end

        def refuse_burr
          raise Invalid.new("depth", "So near behind the edge the seated tip would pass through the burr: it lies " \
                                     "deeper, or the screw seats on it (choose: at the seat)")
        end

        def port_says(needed, turns)
          return "The burred port never passes that much: dress it by hand to its size." if needed.nil?
          return "The book's count is right for this port." if (needed - turns).abs < 0.1

          "This port needs #{format('%.2f', needed)} turns: chase the engine, not the book's number."
        end
      end
    end
  end
end
