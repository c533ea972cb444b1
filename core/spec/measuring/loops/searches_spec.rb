# frozen_string_literal: true

RSpec.describe UpperBranch::Measuring::Loops do
  describe described_class::Bracket do
    def bracket(*tried, step: 0.25, finest: 1.0 / 16, within: 0..4)
      described_class.new(tried, step: step, finest: finest, within: within)
    end

    it "steps toward the better side until both were seen, then halves" do
      expect(bracket([1, :low]).next).to eq 1.25
      expect(bracket([1, :high]).next).to eq 0.75
      expect(bracket([1, :low], [1.5, :low]).next).to eq 1.75
      expect(bracket([1, :low], [1.5, :high]).next).to eq 1.25
      expect(bracket([1, :low], [1.5, :high], [1.25, :low]).next).to eq 1.375
      expect(bracket([2, :high], [1, :low]).next).to eq 1.5
    end

    it "knows when it is right, and says nothing before anything was tried" do
      expect(bracket([1, :low], [1.25, :right])).to be_right
      expect(bracket([1, :low], [1.25, :right]).next).to be_nil
      expect([bracket.right?, bracket.next, bracket.at_end?]).to eq [false, nil, false]
    end

    it "says when both sides meet as close as can be set, no wider and no closer" do
      expect(bracket([1, :low], [1.0625, :high])).to be_meet
      expect(bracket([1, :low], [1.0625, :high]).next).to be_nil
      expect(bracket([1, :low], [1.07, :high])).not_to be_meet
      expect(bracket([1, :low])).not_to be_meet
    end

    it "forgets what a later round contradicts, and both sides once it was right" do
      # Warm now: 1.5 is too little, whatever 1.25 was when it was cold.
      expect(bracket([1.25, :high], [1.5, :low]).next).to eq 1.75
      expect(bracket([1.5, :low], [1.25, :high]).next).to eq 1.0
      expect(bracket([1, :low], [1.5, :high], [1.25, :right], [1.25, :low]).next).to eq 1.5
    end

    it "turns no further than there is" do
      expect(bracket([4, :low]).next).to eq 4
      expect(bracket([4, :low])).to be_at_end
      expect(bracket([0.1, :high]).next).to eq 0
      expect(bracket([0.1, :high])).not_to be_at_end
      expect(described_class.new([[9, :low]], step: 1, finest: 0.1).next).to eq 10
      expect(described_class.new([[0.5, :high]], step: 1, finest: 0.1).next).to eq 0
    end
  end

  describe described_class::PeakSearch do
    def search(*points, step: 0.25, noise: 1, within: 0..12, **more)
      described_class.new(points, step: step, noise: noise, within: within, **more)
    end

    it "goes uphill a step at a time, and turns where it falls" do
      expect(search([1, 600]).next).to eq 1.25
      expect(search([1, 600], [1.25, 620]).next).to eq 1.5
      expect(search([1, 600], [1.25, 580]).next).to eq 0.75
      expect(search([0, 600], [0.25, 580]).peak).to be_nil # fewer places than wanted
      expect(search([12, 600]).next).to eq 11.75
    end

    # y = 700 - 100 (x - 1.3)^2 at three places: the parabola through them has its top at 1.3.
    it "finds the top of the parabola through three places where three will do" do
      points = [1.0, 1.25, 1.5].map { |x| [x, 700 - (100 * ((x - 1.3)**2))] }
      expect(search(*points, least: 3).peak).to be_within(1e-9).of(1.3)
      expect(search(*points, least: 3).next).to be_nil
      expect(search(*points).next).to eq 1.75 # beside the better end
      uneven = [1.0, 1.25, 2.0].map { |x| [x, 700 - (100 * ((x - 1.4)**2))] }
      expect(search(*uneven, least: 3).peak).to be_within(1e-9).of(1.4)
    end

    it "takes the mean of what was read twice at one place" do
      points = [[1.0, 690], [1.25, 700], [1.25, 702], [1.5, 690]]
      expect(search(*points, least: 3).peak).to be_within(1e-9).of(1.25)
    end

    it "says when a setting rules nothing: four places a step apart, within three times the noise" do
      level = [1, 1.25, 1.5, 1.75].zip([700, 702, 701, 702.9])
      expect(search(*level)).to be_flat
      expect([search(*level).peak, search(*level).next]).to eq [nil, nil]
      expect(search(*level, noise: 0.9)).not_to be_flat
      expect(search(*level.first(3))).not_to be_flat
      close = [1, 1.1, 1.2, 1.3].zip([700, 702, 701, 702])
      expect(search(*close)).not_to be_flat
    end

    it "stops at the end of what can be set" do
      points = [[0.5, 650], [0.25, 670], [0, 690], [0.75, 600]]
      expect(search(*points).peak).to eq 0
      grid = [[1, 9], [2, 8]]
      expect(search(*grid, step: 1, within: 1..5, grid: true).peak).to eq 1
      expect(search([4, 9], [5, 10], step: 1, within: 1..5, grid: true).peak).to eq 5
    end

    it "keeps to the steps where there are only steps" do
      points = [[100, -9.4], [102.5, -9.1], [105, -9.3]]
      expect(search(*points, step: 2.5, noise: 0.01, grid: true).peak).to eq 102.5
      expect(search(*points.first(2), step: 2.5, noise: 0.01, grid: true, within: 1..1000).next).to eq 105
    end
  end

  describe "the stop screw" do
    def stop(*rounds)
      rows = rounds.map { |screw, stop, speed| { "screw" => screw, "stop" => stop, "speed" => speed } }
      limits = CATALOGUE.book.loops.row("mixture-speed")["limits"]
      described_class.of("mixture-speed").new(rows, goals: { "speed" => 700 }, limits: limits).next
    end

    # Peaked at 1.5 by four places round it.
    def peaked(stop, speed) = [1, 1.25, 1.75, 1.5].map { |x| [x, stop, speed - (200 * ((x - 1.5)**2)).round] }

    it "is turned by an eighth at first, then by what the last turn did, never more than a quarter at once" do
      expect(stop(*peaked(0.5, 800)).set).to eq("screw" => 1.5, "stop" => 0.375)
      expect(stop(*peaked(0.5, 600)).set).to eq("screw" => 1.5, "stop" => 0.625)
      # An eighth took 80 rpm off, 640 a turn: 60 too many now is 0.094 of a turn.
      expect(stop(*peaked(0.5, 840), [1.5, 0.375, 760]).set["stop"]).to be_within(0.001).of(0.281)
      # 400 too many would be 0.625: no more than a quarter.
      expect(stop(*peaked(0.75, 1180), [1.5, 0.625, 1100]).set["stop"]).to eq 0.375
      # It did next to nothing, or the wrong way: an eighth again.
      expect(stop(*peaked(0.5, 840), [1.5, 0.375, 838]).set["stop"]).to eq 0.25
      expect(stop(*peaked(0.5, 840), [1.5, 0.375, 860]).set["stop"]).to eq 0.25
      expect(stop(*peaked(0.125, 900), [1.5, 0.0625, 890]).set["stop"]).to eq 0
    end

    it "may stand a turn in, and no further" do
      expect(stop([1.5, 1, 700]).word).to eq "try"
      expect(stop([1.5, 1.01, 700]).word).to eq "slot"
    end

    it "is right within twenty revolutions" do
      expect(stop(*peaked(0.5, 720)).as).to eq "settled"
      expect(stop(*peaked(0.5, 721)).word).to eq "trim"
    end
  end

  describe "the tab" do
    def tab(*rounds, **goals)
      rows = rounds.map { |bend, level| { "bend" => bend, "level" => level } }
      limits = CATALOGUE.book.loops.row("float")["limits"]
      described_class.of("float").new(rows, goals: { "wanted" => 14, **goals.transform_keys(&:to_s) },
                                            limits: limits).next
    end

    it "is bent by the arms, or four to one, then by what the last bend did" do
      expect(tab([0, 12], needle_arm: 10, float_arm: 50)).to have_attributes(word: "toward", set: { "bend" => 0.4 })
      expect(tab([0, 12]).set["bend"]).to eq 0.5
      expect(tab([0, 16])).to have_attributes(word: "away", set: { "bend" => -0.5 }, fill: { by: 0.5, off: 2 })
      # Half a millimeter moved it by one: two to one.
      expect(tab([0, 12], [0.5, 13]).set["bend"]).to eq 1.0
      # It moved the wrong way, or hardly: the bend before is not believed.
      expect(tab([0, 12], [0.5, 11.9]).set["bend"]).to be_within(0.001).of(1.03)
      expect(tab([0, 12], [1, 12.4]).set["bend"]).to eq 1.4
      expect(tab([0, 4]).set["bend"]).to eq 1 # never more than a millimeter at once
    end

    it "is right within half a millimeter, and is not bent a fifth time" do
      expect(tab([0, 13.5]).as).to eq "settled"
      expect(tab([0, 13.4]).as).to eq "go"
      bent = [[0, 10], [0.5, 10], [1, 10], [1.5, 10]]
      expect(tab(*bent).as).to eq "go"
      expect(tab(*bent, [2, 10]).word).to eq "bent"
      expect(tab(*bent, [1.5, 10]).as).to eq "go" # only read again
    end
  end

  describe "curves and spreads" do
    it "tell a bank round by round, in per cent of the mean" do
      rounds = [{ "meter-1" => 8, "meter-2" => 12, "speed" => 900 }, { "meter-1" => 9.9, "meter-2" => 10.1 }]
      made = described_class.of("balance").new(rounds, limits: { "within" => 0.1 })
      # (12 - 8) / 10 and (10.1 - 9.9) / 10.
      expect(made.curve[:points]).to eq([[1, 40.0], [2, (10.1 - 9.9) / 10.0 * 100]])
      expect(made.next.word).to eq "blip"
      first = described_class.of("balance").new(rounds.first(1), limits: { "within" => 0.1 }).next
      expect(first.fill).to eq(place: "2", to: 8, share: 50.0)
      expect(described_class.of("balance").new(rounds, limits: { "within" => 0.5 }).next.as).to eq "settled"
    end

    it "tell how a saw ran where it was run at all" do
      rounds = [{ "high" => 1, "full" => 11_000 }, { "high" => 1.125 }]
      expect(described_class.of("high-low").new(rounds).curve).to include(points: [[1, 11_000]], x: "high", y: "full")
    end
  end

  describe "what only later rounds tell" do
    def step(kind, id, rounds, **goals)
      limits = CATALOGUE.book.loops.row(id)["limits"]
      described_class.of(kind).new(rounds, goals: goals.transform_keys(&:to_s), limits: limits).next
    end

    it "a bank that was alike and is no more is leveled again" do
      alike = { "meter-1" => 10, "meter-2" => 10.2, "meter-3" => 10 }
      out = { "meter-1" => 10, "meter-2" => 8, "meter-3" => 10 }
      expect(step("balance", "bank",
                  [alike, out])).to have_attributes(word: "up", fill: include(place: "2", share: 20.0))
      expect(step("balance", "bank", [alike, out, alike]).word).to eq "blip"
      expect(step("balance", "bank", [out, alike, alike]).as).to eq "settled"
      expect(step("balance", "bank", [alike]).word).to eq "blip"
    end

    it "a chain that creeps at a slow idle is the clutch's, at a fast one the screw's" do
      row = { "low" => 1, "high" => 1, "tick" => 2, "pickup" => "clean", "top" => "light", "full" => 11_000,
              "creeps" => "yes" }
      word = ->(idle) { step("high-low", "high-low-speed", [row.merge("idle" => idle)], most: 12_000, idle: 2800).word }
      expect([2649, 2651, 2800, 3000].map(&word)).to eq %w[clutch down down down]
    end

    it "a tab that was bent already goes by how it moved from there" do
      expect(step("float", "float", [{ "bend" => 1, "level" => 12 }, { "bend" => 1.5, "level" => 13 }], wanted: 14).set)
        .to eq("bend" => 2.0)
    end

    it "a jet below one that was lean is not tried again, however fast it was" do
      run = ->(jet, time, plug = "right") { { "jet" => jet, "time" => time, "plug" => plug } }
      rounds = [run.call(110, 8.5, "lean"), run.call(115, 9.0), run.call(120, 9.4)]
      expect(step("jets", "jet-trials", rounds, step: 5)).to have_attributes(word: "best-jet", set: { "jet" => 115 })
      expect(step("jets", "jet-trials", [run.call(115, 9.0), run.call(120, 9.4)], step: 5).set).to eq("jet" => 110)
    end
  end
end
