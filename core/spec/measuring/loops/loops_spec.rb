# frozen_string_literal: true

# Each loop is worked on machines made up here, whose best setting is known: it must get there, in so many rounds, and
# never through what it must not do. The shapes are common practice, no source: a speed or vacuum that falls off to both
# sides of the best mixture as a parabola, read with a tachometer's and a gauge's noise.
RSpec.describe "The setting loops" do
  rows = CATALOGUE.book.loops.rows.to_h { |row| [row["id"], row] }

  # Works a loop by its own proposals. first: the first round's settings; the block: what is read at these settings.
  # Returns [loop, rounds].
  define_method(:work) do |id, first, goals: {}, most: 40, **ways, &engine|
    row = rows.fetch(id)
    rounds = [first.merge(engine.call(first, []))]
    loop do
      made = UpperBranch::Measuring::Loops.of(row["kind"]).new(rounds, goals: goals, limits: row["limits"], **ways)
      step = made.next
      expect(row["words"]).to include(step.word)
      return [made, rounds, step] if step.as != "go" || rounds.size >= most

      set = first.keys.to_h { |field| [field, rounds.last[field]] }.merge(step.set)
      rounds << set.merge(engine.call(set, rounds))
    end
  end

  def normal(chance) = Math.sqrt(-2 * Math.log(1 - chance.rand)) * Math.cos(2 * Math::PI * chance.rand)

  describe "mixture and speed" do
    # best: turns at the peak; height: rpm with the stop at 0.25; the stop adds 900 rpm a turn; the mixture's own best
    # moves a little with it.
    def idle(chance, best:, height:, bend: 220, noise: 4)
      lambda do |set, _|
        peak = best + (0.4 * (set["stop"] - 0.25))
        speed = height + (900 * (set["stop"] - 0.25)) - (bend * ((set["screw"] - peak)**2)) + (noise * normal(chance))
        { "speed" => speed.round }
      end
    end

    it "come to the best of a made-up engine, whichever, in at most sixteen rounds" do
      counts = Array.new(60) do |seed|
        chance = Random.new(seed)
        best = chance.rand(1.0..3.0)
        height = chance.rand(560..900)
        first = { "screw" => (best + chance.rand(-0.9..0.9)).round(2).clamp(0, 5), "stop" => 0.25 }
        _, rounds, step = work("mixture-speed", first, goals: { "speed" => 700 },
                               &idle(chance, best: best, height: height))
        expect(step.as).to eq("settled"), "seed #{seed}: #{step.inspect}, #{rounds.inspect}"
        last = rounds.last
        expect(last["screw"]).to be_within(0.3).of(best + (0.4 * (last["stop"] - 0.25))),
                                 "seed #{seed}: #{best}, #{rounds}"
        expect(last["speed"]).to be_within(20).of(700)
        rounds.size
      end
      expect(counts.max).to be <= 16
      expect(counts.sum / counts.size.to_f).to be < 11
    end

    it "leaves the screw where the shop's method would, toward lean" do
      engine = idle(Random.new(5), best: 1.8, height: 700, noise: 0)
      set = %w[vacuum lean-drop drop-by-rpm].to_h do |method|
        _, rounds, = work("mixture-speed", { "screw" => 1.5, "stop" => 0.25 }, goals: { "speed" => 700 },
                                                                               method: method, leaner: -1, &engine)
        [method, rounds.last["screw"]]
      end
      expect(set["vacuum"]).to be_within(0.08).of(1.8)
      # 20 rpm down a parabola of 220 rpm a turn squared: the root of 20/220, 0.30 turns.
      expect(set["drop-by-rpm"]).to be_within(0.13).of(1.5)
      expect(set["lean-drop"]).to be <= set["vacuum"] + 0.001
      _, rounds, = work("mixture-speed", { "screw" => 1.5, "stop" => 0.25 }, goals: { "speed" => 700 },
                                                                             method: "drop-by-rpm", leaner: 1, &engine)
      expect(rounds.last["screw"]).to be_within(0.13).of(2.1)
    end

    it "goes by the gauge where every round has it" do
      engine = lambda do |set, _|
        { "speed" => 700, "vacuum" => (18 - (1.5 * ((set["screw"] - 2)**2))).round(1) }
      end
      made, rounds, step = work("mixture-speed", { "screw" => 1, "stop" => 0.5 }, goals: { "speed" => 700 }, &engine)
      expect([step.as, made.curve[:y]]).to eq %w[settled vacuum]
      expect(rounds.last["screw"]).to be_within(0.07).of(2)
    end

    it "does not set what cannot be set" do
      dead = ->(_, rounds) { { "speed" => 700 + (rounds.size.odd? ? 3 : -3) } }
      _, rounds, step = work("mixture-speed", { "screw" => 1.5, "stop" => 0.5 }, goals: { "speed" => 700 }, &dead)
      expect([step.as, step.word, rounds.size]).to eq ["stop", "dead", 4]
      open = work("mixture-speed", { "screw" => 1.5, "stop" => 1.25 }, goals: { "speed" => 700 }, &dead).last
      expect([open.as, open.word]).to eq %w[stop slot]
      asked = work("mixture-speed", { "screw" => 1.5, "stop" => 0.5 }, &dead).last
      expect([asked.as, asked.word]).to eq %w[ask ask-speed]
    end
  end

  describe "timing, vacuum, mixture" do
    # Vacuum rises with timing to a best, less and less, and falls off the best mixture; the speed is brought back.
    def engine(best_timing:, best_screw:, pings: 60)
      lambda do |set, _|
        gone = [best_timing - set["timing"], 0].max
        vacuum = 19 - (0.03 * (gone**2)) - (1.6 * ((set["screw"] - best_screw)**2))
        { "vacuum" => vacuum.round(1), "speed" => 700, "pinged" => set["timing"] >= pings ? "yes" : "no" }
      end
    end

    it "goes forward only while it gains, and never past the maker's most" do
      goals = { "most" => 14, "speed" => 700 }
      _, rounds, step = work("timing-vacuum-mixture", { "timing" => 4, "screw" => 1.25 }, goals: goals,
                             &engine(best_timing: 22, best_screw: 1.75))
      expect(step.as).to eq "settled"
      expect(rounds.map { |row| row["timing"] }.max).to eq 14
      expect(rounds.last["screw"]).to be_within(0.13).of(1.75)
      early, rounds, step = work("timing-vacuum-mixture", { "timing" => 4, "screw" => 1.5 },
                                 goals: { **goals, "most" => 30 }, &engine(best_timing: 10, best_screw: 1.5))
      expect(step.as).to eq "settled"
      expect(rounds.last["timing"]).to be_between(8, 10)
      expect(early.curve[:points].size).to be >= 3
    end

    it "comes back from where it pinged, and stays away from there" do
      _, rounds, step = work("timing-vacuum-mixture", { "timing" => 6, "screw" => 1.5 },
                             goals: { "most" => 30, "speed" => 700 },
                             &engine(best_timing: 24, best_screw: 1.5, pings: 14))
      expect(step.as).to eq "settled"
      expect(rounds.last["timing"]).to be <= 12
      expect(rounds.count { |row| row["pinged"] == "yes" }).to eq 1
    end

    it "compares no readings of different speeds" do
      row = { "timing" => 6, "screw" => 1.5, "vacuum" => 17.0, "speed" => 900, "pinged" => "no" }
      made = UpperBranch::Measuring::Loops.of("timing-vacuum")
                                          .new([row], goals: { "most" => 20, "speed" => 700 },
                                                      limits: rows["timing-vacuum-mixture"]["limits"])
      expect(made.next).to have_attributes(word: "trim", set: { "timing" => 6, "screw" => 1.5 })
    end

    it "is not begun without the maker's most" do
      made = UpperBranch::Measuring::Loops.of("timing-vacuum").new([], goals: { "speed" => 700 }, limits: {})
      expect(made.next).to have_attributes(as: "ask", word: "ask-most")
    end
  end

  describe "L, H and T" do
    # A made-up saw: lean and rich sides of L and H, full speed falling as H comes out, idle by T and a little by L.
    def saw(low:, high:, tick: 2.0)
      lambda do |set, _|
        rich = set["high"] - high
        top = { true => "screams", false => rich > 0.2 ? "heavy" : "light" }[rich < -0.06]
        off = set["low"] - low
        { "pickup" => { true => "lean", false => off > 0.1 ? "rich" : "clean" }[off < -0.1], "top" => top,
          "full" => (12_500 - (2500 * rich)).round, "idle" => (2800 + (700 * (set["tick"] - tick)) - (120 * off)).round,
          "creeps" => set["tick"] > tick + 0.6 ? "yes" : "no" }
      end
    end

    it "comes to the best of a made-up saw, whichever, and never leaner at the top than it must" do
      40.times do |seed|
        chance = Random.new(seed)
        low = chance.rand(0.8..2.0)
        high = chance.rand(0.9..2.0)
        first = { "low" => (low + chance.rand(-0.6..0.6)).round(2), "high" => (high + chance.rand(-0.5..0.6)).round(2),
                  "tick" => chance.rand(1.0..3.5).round(2) }
        _, rounds, step = work("high-low-speed", first, goals: { "most" => 12_600, "idle" => 2800 },
                               &saw(low: low, high: high))
        expect(step.as).to eq("settled"), "seed #{seed}: #{step.inspect} #{rounds.inspect}"
        expect(rounds.size).to be <= 22
        last = rounds.last
        expect(last.values_at("pickup", "top", "creeps")).to eq %w[clean light no]
        expect(last["full"]).to be <= 12_600
        lean = rounds.each_cons(2).select { |one, _| one["top"] == "screams" || one["full"] > 12_600 }
        expect(lean).to all(satisfy { |one, other| other["high"] > one["high"] })
      end
    end

    it "lets it down at once over the maker's maximum, whatever else is wrong" do
      row = { "low" => 1, "high" => 1, "tick" => 2, "idle" => 4000, "pickup" => "rich", "creeps" => "yes",
              "full" => 13_000, "top" => "light" }
      made = UpperBranch::Measuring::Loops.of("high-low").new([row], goals: { "most" => 12_500, "idle" => 2800 },
                                                                     limits: rows["high-low-speed"]["limits"])
      expect(made.next).to have_attributes(word: "over", set: { "low" => 1, "high" => 1.125, "tick" => 2 })
      asked = UpperBranch::Measuring::Loops.of("high-low").new([row], goals: { "idle" => 2800 }, limits: {})
      expect(asked.next.word).to eq "ask-most"
    end

    it "says where the screw is not what is wrong" do
      never = ->(set, _) { saw(low: 1, high: 1).call(set, []).merge("pickup" => set["low"] > 1.03 ? "rich" : "lean") }
      step = work("high-low-speed", { "low" => 1, "high" => 1, "tick" => 2 },
                  goals: { "most" => 13_000, "idle" => 2800 }, &never).last
      expect([step.as, step.word]).to eq %w[stop low-meet]
      lean = ->(set, _) { saw(low: 1, high: 9).call(set, []).merge("full" => 11_000) }
      step = work("high-low-speed", { "low" => 1, "high" => 3, "tick" => 2 },
                  goals: { "most" => 13_000, "idle" => 2800 }, &lean).last
      expect([step.as, step.word]).to eq %w[stop high-end]
      creeps = ->(set, _) { saw(low: 1, high: 1).call(set, []).merge("idle" => 2400, "creeps" => "yes") }
      step = work("high-low-speed", { "low" => 1, "high" => 1, "tick" => 2 },
                  goals: { "most" => 13_000, "idle" => 2800 }, &creeps).last
      expect([step.as, step.word]).to eq %w[stop clutch]
    end
  end

  describe "idle mixture by the cut-off" do
    goals = { "low" => 25, "high" => 50, "idle" => 650 }

    it "comes into the range from either side, then sets the speed" do
      [-1.3, -0.4, 0.2, 0.9, 1.7].each do |best|
        plane = lambda do |set, _|
          { "rise" => (37 + (60 * (set["rich"] - best))).clamp(0, 300).round,
            "idle" => (690 + (80 * set["stop"]) - (10 * (set["rich"] - best).abs)).round }
        end
        _, rounds, step = work("stop-adjust-start", { "rich" => 0, "stop" => 0 }, goals: goals, &plane)
        expect(step.as).to eq("settled"), "#{best}: #{step.inspect} #{rounds.inspect}"
        expect(rounds.last["rise"]).to be_between(25, 50)
        expect(rounds.last["idle"]).to be_within(25).of(650)
        expect(rounds.size).to be <= 10
      end
    end

    it "says where lean and rich meet" do
      step = work("stop-adjust-start", { "rich" => 0, "stop" => 0 }, goals: goals) do |set, _|
        { "rise" => set["rich"] > 0.1 ? 90 : 0, "idle" => 650 }
      end.last
      expect([step.as, step.word]).to eq %w[stop meet]
    end
  end

  describe "balance of a bank" do
    it "brings the furthest to the others, and wants it again after a blip" do
      meters = { "meter-1" => 8.2, "meter-2" => 9.4, "meter-3" => 8.3, "meter-4" => 8.1 }
      told = []
      work = lambda do |_, rounds|
        made = UpperBranch::Measuring::Loops.of("balance").new(rounds, limits: { "within" => 0.1 })
        step = rounds.any? ? made.next : nil
        told << step.word if step
        meters["meter-#{step.fill[:place]}"] = step.fill[:to] if step&.fill&.key?(:place)
        meters.dup
      end
      _, rounds, step = work("bank", {}, &work)
      expect([step.as, told]).to eq ["settled", %w[down blip]]
      # The mean of the other three: (8.2 + 8.3 + 8.1) / 3.
      expect(rounds.last["meter-2"]).to eq 8.2
      expect(step.fill[:spread]).to be_within(0.05).of(2.4)
      one = UpperBranch::Measuring::Loops.of("balance").new([{ "meter-1" => 8 }], limits: { "within" => 0.1 })
      expect(one.next.word).to eq "one"
    end
  end

  describe "float setting" do
    # Levers: a tab 9 mm and a float 38 mm from the hinge move the float 38/9 times the bend (law of the lever).
    it "comes to the wanted height by the arms at once" do
      lever = ->(set, _) { { "level" => (17 + (set["bend"] * 38 / 9.0)).round(1) } }
      goals = { "wanted" => 19, "needle_arm" => 9, "float_arm" => 38 }
      _, rounds, step = work("float", { "bend" => 0 }, goals: goals, &lever)
      expect([step.as, rounds.size]).to eq ["settled", 2]
      expect(rounds.last["bend"]).to be_within(0.01).of(0.47)
    end

    it "learns from the first bend where the arms are not known, and gives a tired tab up" do
      [-1.7, -0.8, 0.9, 2.4].each do |off|
        stiff = ->(set, _) { { "level" => (14 - off + (2.6 * set["bend"])).round(1) } }
        _, rounds, step = work("float", { "bend" => 0 }, goals: { "wanted" => 14 }, &stiff)
        expect([step.as, rounds.size]).to match ["settled", be <= 4]
      end
      step = work("float", { "bend" => 0 }, goals: { "wanted" => 14 }) { { "level" => 20 } }.last
      expect([step.as, step.word]).to eq %w[stop bent]
      expect(work("float", { "bend" => 0 }) { { "level" => 20 } }.last.word).to eq "ask-wanted"
    end
  end

  describe "jet and needle trials" do
    def run(best_jet, best_clip)
      lambda do |set, _|
        off = ((set["jet"] - best_jet) / 5.0).abs
        bent = set["clip"] ? (set["clip"] - best_clip).abs * 0.3 : 0
        { "time" => (9.0 + (0.4 * off) + bent).round(2), "plug" => set["jet"] < best_jet - 6 ? "lean" : "right" }
      end
    end

    it "changes one thing at a time, and goes richer from a lean plug whatever the clock says" do
      _, rounds, step = work("jet-trials", { "jet" => 110, "clip" => 3 }, goals: { "step" => 2.5 }, &run(120, 4))
      expect(step).to have_attributes(as: "settled", fill: { jet: 120, clip: 4 })
      rounds.each_cons(2) { |one, other| expect(%w[jet clip].count { |field| one[field] != other[field] }).to be <= 1 }
      expect(rounds[1]["jet"]).to eq 112.5
      _, _, step = work("jet-trials", { "jet" => 130 }, goals: { "step" => 2.5 }, &run(120, 0))
      expect(step).to have_attributes(as: "settled", fill: { jet: 120 })
    end

    it "takes a step back when two things were changed at once" do
      rounds = [{ "jet" => 110, "clip" => 3, "time" => 9, "plug" => "right" },
                { "jet" => 115, "clip" => 4, "time" => 8.5, "plug" => "right" }]
      made = UpperBranch::Measuring::Loops.of("jets").new(rounds, goals: { "step" => 5 },
                                                                  limits: rows["jet-trials"]["limits"])
      expect(made.next).to have_attributes(word: "both", set: { "jet" => 115, "clip" => 3 })
    end
  end
end
