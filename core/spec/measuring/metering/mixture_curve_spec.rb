# frozen_string_literal: true

# Whole carburetors: what must hold of any of them, and what handbooks and the trade say of their curves.
RSpec.describe "Mixture from geometry" do
  sheets = CATALOGUE.geometry

  def curve(family, sizes = {}) = CATALOGUE.geometry.sheet(family).curve(sizes)
  def mixtures(curve, *shares) = shares.map { |share| share.zero? ? curve.idle.mixture : curve.at(share).mixture }

  describe "a usual one of each family" do
    # Common practice, no source: idle 0.8 to 0.95, never beyond what burns, 0.82 to 0.97 at full.
    sheets.all.each do |sheet|
      it "runs as such machines do: #{sheet.family}" do
        curve = sheet.curve({})
        expect(curve.idle.mixture).to be_between(0.8, 0.96)
        expect(curve.points.map(&:mixture)).to all(be_between(0.72, 1.2))
        expect(curve.points.last.mixture).to be_between(0.82, 0.97)
        expect(curve.says.join(" ")).not_to include("Too")
      end
    end

    # Heywood, ch. 7 (from memory): lean at part load, rich at full where a power circuit opens above about three
    # quarters of the charge.
    it "leans at cruise and enriches at full where it has a power circuit" do
      %w[car-one car-two four-valve four-block progressive-two].each do |family|
        cruise, full = mixtures(curve(family), 0.3, 1.0)
        expect(cruise).to be_between(0.98, 1.12)
        expect(full).to be < cruise - 0.1
      end
    end
  end

  describe "conservation" do
    it "brings in as much air as the engine draws, and lets no fuel be lost between circuits" do
      sheet = sheets.sheet("four-block")
      values = sheet.values({ "leak" => 1.0 })
      carburetor = sheet.carburetor(values)
      idle = carburetor.at_vacuum(values[:idle_vacuum], values[:idle_rpm])
      [0.1, 0.6, 1.0].each do |share|
        point = carburetor.at_opening(idle.stand.position, share, 4000)
        leak = UpperBranch::Measuring::Air.leak(0.6 * Math::PI * (0.0005**2), 101_325.0, point.stand.manifold, 294.2,
                                                1.0)
        brought = point.stand.own + point.stand.other + point.beside + leak
        expect(brought).to be_within(0.2).percent_of(point.air)
        expect(point.fuel.values).to all(be >= 0)
      end
    end

    it "comes to the same place from a vacuum and from the throttle it stands at" do
      sheet = sheets.sheet("car-one")
      values = sheet.values({})
      carburetor = sheet.carburetor(values)
      idle = carburetor.at_vacuum(values[:idle_vacuum], 750)
      again = carburetor.at_opening(idle.stand.position, 0.0, 750)
      expect(again.vacuum).to be_within(0.3).percent_of(idle.vacuum)
      expect(again.mixture).to be_within(0.3).percent_of(idle.mixture)
    end
  end

  describe "the elementary carburetor" do
    # A jet under a throat and nothing else: no idle, no air corrector, no power.
    let(:plain) { { "idle_jet" => 0, "air_jet" => 0, "power_hole" => 0, "nozzle" => 8 } }

    # Heywood, ch. 7, eq. 7.9 (from memory): fuel to air goes with sqrt((dp - rho g h) / dp), as long as the air is
    # slow; the jet's coefficient is nearly steady by then.
    it "enriches with the flow as the lift over the nozzle loses its weight" do
      points = [0.15, 0.4].map { |share| curve("car-one", plain).at(share) }
      lift = 742 * 9.80665 * 0.005
      shares = points.map { |point| Math.sqrt((point.signal - lift) / point.signal) }
      expect(points.first.mixture / points.last.mixture).to be_within(0.06).of(shares.last / shares.first)
      expect(points.first.mixture).to be > points.last.mixture
    end

    it "is kept level by an air corrector" do
      spread = ->(sizes) { mixtures(curve("car-one", sizes), 0.2, 0.3, 0.45).minmax.then { |low, high| high / low } }
      bare = mixtures(curve("car-one", plain), 0.2, 0.45)
      bled = mixtures(curve("car-one", plain.merge("air_jet" => 1.5)), 0.2, 0.45)
      expect(bare.first / bare.last).to be > bled.first / bled.last
      expect(spread[plain.merge("air_jet" => 1.0)]).to be < 1.1
    end
  end

  describe "what one change does" do
    # US Standard Atmosphere: 2000 m has 0.7846 of the pressure, here at the same temperature.
    it "goes with the root of the air's density up the mountain, less where air bleeds in" do
      plain = { "idle_jet" => 0, "air_jet" => 0, "power_hole" => 0, "nozzle" => 8, "humidity" => 0 }
      richer = lambda do |sizes|
        low, high = [0, 2000].map do |altitude|
          mixtures(curve("car-one", sizes.merge("altitude" => altitude)), 1.0).first
        end
        high / low
      end
      expect(richer[plain]).to be_within(0.004).of(Math.sqrt(0.7846))
      expect(richer[plain.merge("air_jet" => 1.5, "nozzle" => 3.2)]).to be_between(Math.sqrt(0.7846) + 0.01, 0.95)
    end

    it "leans on ethanol by its own needs" do
      # 14.7 to 14.1 for a tenth of ethanol (Heywood, fuel tables): 4 % leaner, a little less for the denser blend
      pure, blend = [0, 10].map { |share| mixtures(curve("car-one", "ethanol" => share), 0.3).first }
      expect(blend / pure).to be_within(0.006).of(1.036)
    end

    # Common practice, no source, each: the sign of what a technician sees.
    it "moves the part of the range that its circuit feeds, the right way" do
      base = mixtures(curve("car-one"), 0.0, 0.3, 1.0)
      {
        { "main_jet" => 1.5 } => [0, -1, -1], { "idle_jet" => 0.6 } => [-1, -1, 0], { "turns" => 1.7 } => [1, 0, 0],
        { "air_jet" => 1.8 } => [0, 1, 1], { "spill" => 12 } => [0, 1, 0], { "leak" => 1.5 } => [1, 0, 0],
        { "power_hole" => 0 } => [0, 0, 1], { "idle_air" => 0.8 } => [-1, -1, 0]
      }.each do |sizes, ways|
        moved = mixtures(curve("car-one", sizes), 0.0, 0.3, 1.0)
        told = moved.zip(base).map { |now, was| (now / was) - 1 }
        ways.zip(told).each do |way, change|
          stays = "#{sizes} #{told}"
          expect(change.abs).to(be < 0.025, stays) if way.zero?
          expect(change * way).to(be > 0.004, stays) unless way.zero?
        end
      end
    end

    # Common practice, no source: an idle that draws behind the main jet gets no more than that lets through.
    it "starves an idle that draws from the well as the main jet closes, all the way to none" do
      flows = [1.43, 0.6, 0.3, 0.15, 0].map do |jet|
        curve("car-one", "main_jet" => jet, "power_hole" => 0).idle.fuel.values.sum
      end
      expect(flows).to eq flows.sort.reverse
      expect(flows.first / flows[1]).to be_between(1, 1.2)
      expect(flows.last).to be < 1e-7
      expect(flows[3]).to be < flows.first / 2
    end

    it "turns an air screw the other way" do
      from, to = [0.6, 1.0].map { |turns| curve("slide", "turns" => turns).idle.mixture }
      expect(to).to be > from
      expect(curve("slide").says.join).to include "leaner"
    end

    it "raises a needle into more fuel in the middle and none at full, where the main jet rules" do
      sizes = { "main_jet" => 1.2 }
      low, high = [0, 1.5].map { |raised| mixtures(curve("slide", sizes.merge("raised" => raised)), 0.2, 1.0) }
      expect(high.first / low.first).to be < 0.9
      expect(high.last / low.last).to be > 0.95
    end
  end

  describe "what it says" do
    it "tells of a screw that has lost its say, a slot too far open, and a circuit that is not there" do
      expect(curve("car-one", "idle_jet" => 0).says.join(" ")).to include "No fuel at idle"
      expect(curve("car-one", "slot_above" => 0).says.join(" ")).to include "squares of slot show at idle"
      expect(curve("car-one", "slot_above" => 3).says.join(" ")).to include "No slot shows"
      expect(curve("car-one", "turns" => 12).says.join(" ")).to include "no say"
      expect(curve("car-one", "main_jet" => 0).says.join(" ")).to match(/main circuit never starts.*Too lean|No fuel/)
      expect(curve("car-one", "main_jet" => 2.2).says.join(" ")).to include "Too rich"
    end

    it "refuses at the field what cannot run" do
      { "shaft" => ["car-one", { "shaft" => 15, "bore" => 12, "venturi" => 10 }],
        "venturi" => ["car-one", { "venturi" => 40 }],
        "idle_vacuum" => ["car-one", { "altitude" => 5000, "idle_vacuum" => 19 }],
        "leak" => ["car-one", { "leak" => 12 }],
        "shank" => ["slide", { "shank" => 2.7 }],
        "wing" => ["car-one", { "wing" => 1 }],
        "rpm" => ["car-one", { "rpm" => "fast" }] }.each do |field, (family, sizes)|
        expect { curve(family, sizes).points }.to raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq field }
      end
      expect { curve("aero-updraft", "idle_vacuum" => 1, "idle_rpm" => 2600, "bore" => 41).idle }
        .to raise_error(UpperBranch::Invalid, /wide open/)
    end
  end

  describe "which size gives what was measured" do
    def measured(curve, *shares)
      shares.map do |share|
        point = curve.at(share)
        { "by" => "opening", "at" => share * 100, "rpm" => point.stand.rpm, "lambda" => point.mixture.round(3) }
      end
    end

    def at_idle(curve) = { "by" => "vacuum", "at" => 19, "rpm" => 750, "lambda" => curve.idle.mixture.round(3) }

    # A size is changed, the mixtures of that one are taken for measured, and it must be found again.
    it "finds the size that was changed, and how surely" do
      changed = curve("car-one", "air_jet" => 1.2)
      fit = sheets.sheet("car-one").fit({}, [at_idle(changed), *measured(changed, 0.25, 0.5, 1.0)])
      expect(fit.rows.first.field).to eq "air_jet"
      expect(fit.rows.first.value).to be_within(2e-5).of(1.2e-3)
      expect(fit.rows.first.unsure).to be_between(1e-5, 1e-4)
      expect(fit.rows.first.share).to be > 0.7
      expect(fit.rows.sum(&:share)).to be_within(1e-9).of(1)
      expect(fit.says).to be_empty
      expect(fit.now.chi2).to be > 30
    end

    it "says that one reading cannot tell, and that no size alone explains it" do
      sheet = sheets.sheet("car-one")
      expect(sheet.fit({}, [at_idle(curve("car-one"))]).says.join).to include "cannot tell them apart"
      odd = measured(curve("car-one"), 0.2, 0.4, 1.0).zip([0.75, 1.3, 0.75]).map do |row, mix|
        row.merge("lambda" => mix)
      end
      expect(sheet.fit({}, odd).says.join).to include "None of them"
    end

    it "refuses a reading at its field" do
      row = { "by" => "vacuum", "at" => 19, "rpm" => 750, "lambda" => 0.9 }
      { "measured/0/lambda" => { "lambda" => 13.2 }, "measured/0/at" => { "at" => 40 },
        "measured/0/by" => { "by" => "ear" },
        "measured/0/rpm" => { "rpm" => nil } }.each do |field, part|
        expect { sheets.sheet("car-one").fit({}, [row.merge(part)]) }
          .to raise_error(UpperBranch::Invalid) { |e| expect(e.field).to eq field }
      end
      expect { sheets.sheet("car-one").fit({}, []) }.to raise_error(UpperBranch::Invalid)
    end
  end
end
