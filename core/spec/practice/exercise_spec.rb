# frozen_string_literal: true

RSpec.describe "Practice on the simulated engine" do
  practice = UpperBranch::Practice

  define_method(:exercise) do |family, level: "plain", seed: 3, faults: nil|
    next practice::Exercise.draw(CATALOGUE, family: family, level: level, seed: seed) unless faults

    practice::Exercise.new(CATALOGUE, family: family, level: level, seed: seed, faults: faults)
  end

  def check(id) = CATALOGUE.check(id)

  # As somebody enters it, after the machine and what its owner says.
  def worked(exercise, *entries)
    complaint = exercise.complaint.map { |id| seen(id) }
    job(exercise.family, *complaint, *entries)
  end

  describe practice::Exercise do
    it "is the same again for the same seed, and another for another" do
      drawn = [3, 3, 4].map { |seed| exercise("cv", seed: seed).to_h }
      expect(drawn[0]).to eq drawn[1]
      expect(drawn[2]["faults"]).not_to eq drawn[0]["faults"]
      expect(described_class.from(CATALOGUE, drawn[0]).complaint).to eq exercise("cv").complaint
    end

    it "hides as many faults as its level says, each somewhere between bad and worst, and makes somebody complain" do
      CATALOGUE.book.practice.levels.each do |level|
        one = exercise("small-float", level: level["id"], seed: 8)
        expect(one.faults.size).to eq(level["faults"] + (level["besides"] ? 1 : 0))
        expect(one.faults.values).to all(be_between(0.6, 1))
        expect(one.complaint.size).to be_between(1, 3)
      end
      meddled = exercise("car-one", level: "meddled", seed: 5).faults.keys.map { |id| CATALOGUE.fault(id).repair }
      expect(meddled).to include("adjust")
    end

    # Common practice, no source: what is met most is practised first.
    it "takes the plain ones from what is met most, the sly ones from what is met least" do
      machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: "slide")
      priors = UpperBranch::Diagnosis::Priors.new(machine)
      middle = machine.faults.map { |fault| priors.of(fault) }.sort[machine.faults.size / 2]
      odds = %w[plain sly].map do |level|
        row = CATALOGUE.book.practice.level(level)
        Array.new(20) { |seed| practice::Draw.new(CATALOGUE, "slide", row, nil).faults(seed).keys.first }
             .map { |id| priors.of(CATALOGUE.fault(id)) }
      end
      expect(odds.first.min).to be >= middle
      expect(odds.last.max).to be <= middle
    end

    # Catalogue: a stop screw turned in is always there for the sake of another fault.
    it "never draws alone what is met only because of another fault" do
      row = CATALOGUE.book.practice.level("sly")
      drawn = practice::Draw.new(CATALOGUE, "car-one", row, { CATALOGUE.fault("stop-hides-dead-idle").circuit => 1.0 })
      expect(Array.new(300) { |seed| drawn.faults(seed).keys.first }.uniq).not_to include("stop-hides-dead-idle")
    end

    it "draws from the circuits it is told to practise" do
      row = CATALOGUE.book.practice.level("plain")
      drawn = practice::Draw.new(CATALOGUE, "car-one", row, { "pump" => 1.0 })
      circuits = Array.new(8) { |seed| CATALOGUE.fault(drawn.faults(seed).keys.first).circuit }
      expect(circuits.uniq).to eq ["pump"]
    end

    it "goes on where a fault is called otherwise since, and without one that is known no more" do
      tables = JSON.parse(JSON.generate(UpperBranch::Catalogue::Loader.new(UpperBranch::Catalogue::DEFAULT).read))
      tables["renames"] = tables["renames"].merge("faults" => { "puddle" => "water" })
      kept = { "family" => "cv", "level" => "plain", "seed" => 3, "faults" => { "puddle" => 0.7, "gremlin" => 0.9 } }
      one = described_class.from(UpperBranch::Catalogue.new(tables), kept)
      expect([one.faults, one.complaint.empty?]).to eq [{ "water" => 0.7 }, false]
    end

    it "refuses a level or a machine that there is not" do
      expect { exercise("cv", level: "heroic") }.to raise_error(UpperBranch::Invalid, /plain, sly, two/)
      expect { exercise("boat") }.to raise_error(UpperBranch::Invalid, /No family is called "boat"/)
    end
  end

  describe practice::Patient do
    it "answers by its engine where that can show it, by the tables elsewhere, and soundly where nothing is wrong" do
      patient = exercise("car-one", faults: { "stop-too-fast" => 0.8 }).patient
      expect(patient.answer(check("idle-speed"))).to eq ["high"]
      expect(patient.by_engine?(check("idle-speed"))).to be true
      expect(patient.reading(check("idle-speed"))["value"]).to be_between(900, 2500)
      expect(patient.answer(check("needle-look"))).to eq ["clean"]
      expect(patient.reading(check("needle-look"))).to be_nil
      expect(patient.by_engine?(check("needle-look"))).to be false
      expect(patient.complaints).to include("high-idle")
    end

    it "shows whoever looks at the part itself what is wrong with it" do
      CATALOGUE.checks.flat_map { |one| one.is.flat_map { |word, ids| ids.map { |id| [one, word, id] } } }
               .select { |_, _, id| UpperBranch::Workshop::Machine.new(CATALOGUE, family: "car-one").fault(id) }
               .first(12).each do |one, word, id|
        patient = exercise("car-one", faults: { id => 1.0 }).patient
        next unless patient.machine.check(one.id)&.abnormal(patient.machine.features)&.include?(word)

        shown = patient.answer(one) & one.is.select { |_, ids| ids.include?(id) }.keys
        expect(shown).not_to be_empty, "#{one.id} hides #{id}"
      end
    end

    # What the trial judged to be too coarse in the physics would only mislead who learns.
    it "shows nothing that no table expects, and by the tables what the physics is too coarse to show" do
      [{ "transition-blocked" => 0.9 }, { "emulsion-blocked" => 0.9 }, { "main-well-blocked" => 0.7, "water" => 0.6 },
       { "fastidle-missing" => 1.0 }].each do |faults|
        patient = exercise("car-one", faults: faults).patient
        rows = faults.keys.map { |id| patient.machine.fault(id) }
        expected = ->(finding) { rows.any? { |row| patient.machine.arrows.row(row, finding).values.sum.positive? } }
        expect(patient.complaints.map { |id| CATALOGUE.symptom(id) }).to all(satisfy(&expected))
      end
      coarse = Array.new(20) { |seed| exercise("car-one", seed: seed, faults: { "transition-blocked" => 0.9 }).patient }
      expect(coarse.count { |patient| patient.complaints.include?("tip-in-stumble") }).to be_between(10, 20)
    end

    # Common practice, no source: nobody brings a machine for its mixture screw before saying how it idles.
    it "says first what an owner notices" do
      first = exercise("car-one", faults: { "idle-jet-blocked" => 0.9 }).patient.complaints
      noticed, tools = %w[no-idle screw-dead].map { |id| first.index(id) }
      expect(noticed).to be < tools
      expect(exercise("slide", seed: 5, faults: { "screw-tip-bent" => 0.9 }).patient.complaints).not_to be_empty
    end

    it "gives no number where its engine is not believed" do
      numbers = %w[screw-too-rich stop-too-fast].map do |fault|
        exercise("car-one", faults: { fault => 1.0 }).patient.reading(check("idle-speed"))
      end
      expect(numbers).to match [nil, include("unit" => "rpm")]
    end

    it "is sound again when all is mended, and only then" do
      one = exercise("car-one", level: "two", faults: { "stop-too-fast" => 0.8, "needle-worn" => 1.0 })
      half = one.patient(mended: ["stop-too-fast"])
      sound = one.patient(mended: one.faults.keys)
      symptom = CATALOGUE.symptom("high-idle")
      expect([one.patient, half, sound].map { |patient| patient.seen?(symptom) }).to eq [true, false, false]
      expect(half.complaints).not_to be_empty
      expect(sound.complaints).to be_empty
      expect(sound.answer(check("needle-look"))).to eq ["clean"]
    end

    it "comes and goes where the exercise says so, and stays otherwise" do
      coming, staying = %w[intermittent plain].map do |level|
        one = exercise("car-one", level: level, faults: { "stop-too-fast" => 0.8 })
        Array.new(20) { |tries| one.patient(tries: tries).seen?(CATALOGUE.symptom("high-idle")) }
      end
      expect(coming.count(true)).to be_between(3, 17)
      expect(staying).to all(be true)
    end

    # Common practice, no source: what drips from a joint is wet where it drips.
    it "shows a look for what is complained of where it stays: a bowl that leaks is wet" do
      leaking = Array.new(25) { |seed| exercise("car-one", seed: seed, faults: { "bowl-gasket" => 0.9 }).patient }
                     .select { |patient| patient.complaint.map(&:id).include?("leak-outside") }
      expect(leaking.size).to be > 15
      expect(leaking.map { |patient| patient.answer(check("wet-map")) }).to all(include("bowl-joint"))
    end

    # Common practice, no source: an idle speed is read of an engine that idles.
    it "has nothing to read where its engine does not run for it" do
      dead, fast = %w[idle-passage-blocked stop-too-fast].map do |fault|
        exercise("car-one", faults: { fault => 1.0 }).patient
      end
      checks = %w[idle-speed filter lambda].map { |id| check(id) }
      expect(checks.map { |one| dead.unreadable?(one) }).to eq [true, false, false]
      expect(checks.map { |one| fast.unreadable?(one) }).to eq [false, false, false]
      expect(dead.reading(checks.first)).to be_nil
    end

    it "is passed over by who works on it where there is nothing to read, and not believed sound" do
      looking = Class.new(practice::Shift) do
        def step
          %w[idle-speed filter].each { |id| check(@machine.check(id)) }
          @done = true
        end
      end
      shift = looking.new(CATALOGUE, exercise("car-one", faults: { "idle-passage-blocked" => 1.0 }).patient)
      expect(shift.result.checks).to eq 1
      expect(shift.job.passed_over.keys).to eq ["idle-speed"]
      expect([shift.job.result("idle-speed"), shift.job.result("filter").words]).to eq [nil, ["clean"]]
    end

    it "answers every check of every machine with words that the check has" do
      CATALOGUE.families.each do |family|
        patient = exercise(family["id"], seed: 2).patient
        patient.machine.checks.each do |one|
          expect(one.outcomes.keys).to include(*patient.answer(one))
        end
      end
    end
  end

  # Common practice, no source: a pump is judged by how it snaps open before it is taken apart, fuel in a jar.
  describe practice::PlainSign do
    it "is the soonest look that shows it plainly" do
      machine = UpperBranch::Workshop::Machine.new(CATALOGUE, family: "car-one")
      signs = %w[pump-inlet-check water].map { |id| described_class.of(machine, [id])&.id }
      expect(signs).to eq %w[snap-slow fuel-quality]
      expect(described_class.of(machine, ["no-such-fault"])).to be_nil
      expect(described_class.of(machine, ["water"]) { |one| one.id != "fuel-quality" }.id).not_to eq "fuel-quality"
    end
  end

  describe practice::Debrief do
    let(:one) { exercise("car-one", faults: { "linkage-sticks" => 0.9 }) }

    it "tells the truth, the road beside the planner's, what each look was worth, and what decided it" do
      done = worked(one, found("filter", "clean"), found("linkage", "sticks"), repaired("linkage-sticks"),
                    not_seen("hanging-revs"))
      told = described_class.new(CATALOGUE, one, done).to_h
      expect(told[:truth]).to match [include(id: "linkage-sticks", circuit: "air", mended: true)]
      expect(told[:road].map { |row| row.values_at(:id, :says) })
        .to eq [%w[filter wasted], ["linkage", nil], ["linkage-sticks", nil]]
      expect(told[:decisive]).to include(id: "linkage", bits: be > 2, steps: be_an(Array))
      expect(told[:missed]).to be_nil
      expect(told[:planned]).to include(minutes: be_between(10, 120), referred: false)
      expect(told[:planned][:road].last).to include(kind: "repair").or include(kind: "check")
      expect([told[:found], told[:house], told[:circuits]]).to match [true, be_positive, { "air" => true }]
    end

    it "tells a look that told nothing from one that spoke against what was wrong" do
      done = worked(one, found("filter", "clean"), found("linkage", "seats"))
      told = described_class.new(CATALOGUE, one, done).to_h[:road].to_h { |row| [row[:id], row[:says]] }
      expect(told).to include("filter" => "wasted", "linkage" => "against")
    end

    it "says what a look after the first repair told of what was still in, and nothing of one that proves" do
      two = exercise("car-one", level: "two", faults: { "linkage-sticks" => 0.9, "stop-too-fast" => 0.8 })
      done = worked(two, found("linkage", "sticks"), repaired("linkage-sticks"), found("linkage", "seats"),
                    found("stop-turns", "more"), found("filter", "clean"), repaired("stop-too-fast"),
                    found("spark", "strong"))
      told = described_class.new(CATALOGUE, two, done).to_h[:road].select { |row| row[:kind] == "check" }
      expect(told.map { |row| row.values_at(:id, :bits, :says) }).to match [
        ["linkage", be > 1, nil], ["linkage", nil, nil], ["stop-turns", be > 0.5, nil],
        ["filter", be_within(0.05).of(0), "wasted"], ["spark", nil, nil]
      ]
    end

    it "takes a look at another place after a repair for a search, and no proof" do
      quad = exercise("car-two", level: "two", faults: { "idle-port-blocked" => 0.9, "stop-too-fast" => 0.8 })
      port = ->(at, word) { ["check", { "check" => "idle-port", "place" => at, "outcomes" => [word] }] }
      done = worked(quad, port.call("left", "passes"), repaired("stop-too-fast"), port.call("left", "passes"),
                    port.call("right", "blocked"))
      told = described_class.new(CATALOGUE, quad, done).to_h[:road].select { |row| row[:id] == "idle-port" }
      expect(told.map { |row| row[:bits] }).to match [be_a(Float), nil, be > 1]
    end

    it "says so where what comes and goes was taken for mended" do
      close = ["close", { "as" => "proven" }]
      expect([one, exercise("car-one", level: "intermittent", faults: one.faults)].map do |exercise|
        described_class.new(CATALOGUE, exercise, worked(exercise)).comes_and_goes?
      end).to eq [false, true]
      said = %w[plain intermittent].map do |level|
        sticky = exercise("car-one", level: level, faults: { "linkage-sticks" => 0.9 })
        [["stop-too-fast"], ["linkage-sticks"]].map do |repairs|
          done = worked(sticky, *repairs.map { |id| repaired(id) }, not_seen("hanging-revs"), close)
          described_class.new(CATALOGUE, sticky, done).fooled
        end
      end
      expect(said).to eq [[described_class::PROVEN, nil], [described_class::COMES, nil]]
    end

    # Common practice, no source: what cleaning or new parts wipe out nobody can look at afterwards.
    it "names a wrong repair that wiped out what would have shown it, unless that was looked at before" do
      grit = exercise("car-one", faults: { "needle-grit" => 0.9 })
      looks = { "tap-body" => "no-change", "hold-test" => "weeps", "needle-look" => "clean" }
      said = [{}, looks].map do |looked|
        before = looked.map { |check, word| found(check, word) }
        done = worked(grit, safe("fuel-out"), *before, repaired("seat-loose"))
        described_class.new(CATALOGUE, grit, done).to_h[:road].last[:says]
      end
      expect(said).to eq %w[wiped wrong]
    end

    it "sends the planner down the road with what the owner said, whether it shows just then or not" do
      coming = Array.new(8) { |seed| exercise("car-one", level: "intermittent", seed: seed + 1) }
      expect(coming.map { |one| one.patient.complaint.map(&:id) }).to eq coming.map(&:complaint)
      expect(coming.map { |one| one.patient.cured? }).to all(be false)
      hidden = coming.find { |one| one.complaint.none? { |id| one.patient.seen?(CATALOGUE.symptom(id)) } }
      done = worked(hidden)
      expect(described_class.new(CATALOGUE, hidden, done).to_h[:planned][:road]).not_to be_empty
    end

    it "names no look that would only have shown the complaint again" do
      open_plate = exercise("car-one", faults: { "plate-not-shut" => 0.8 })
      done = worked(open_plate, seen("high-idle"), found("idle-speed", "high"), repaired("stop-too-fast"))
      told = described_class.new(CATALOGUE, open_plate, done).to_h
      expect(told[:road].first).to include(id: "idle-speed", bits: be < 1)
      expect([told[:decisive], told[:missed][:id]]).to eq [nil, "plate-edge"]
    end

    it "names a wrong repair, and does not count what was not found" do
      done = worked(one, repaired("stop-too-fast"))
      told = described_class.new(CATALOGUE, one, done).to_h
      expect(told[:road].map { |row| row[:says] }).to eq ["wrong"]
      expect([told[:found], told[:decisive], told[:circuits]]).to eq [false, nil, { "air" => false }]
      guessed = described_class.new(CATALOGUE, one, worked(one, repaired("linkage-sticks"))).to_h
      expect([guessed[:found], guessed[:missed][:id]]).to eq [true, "linkage"]
      expect(told[:missed]).to include(id: "linkage", name: start_with("Throttle snaps back"), steps: be_an(Array))
    end
  end
end
