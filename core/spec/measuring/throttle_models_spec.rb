# frozen_string_literal: true

# The plate in its bore and the elementary carburetor against what must hold of them whatever the formula.
RSpec.describe "Models of the throttle" do
  include WorktopTalk

  describe "a plate" do
    plate = UpperBranch::Measuring::ThrottlePlate.new(bore: 0.032, shaft: 0.008, closed: 0.14)

    # The plate as a shadow: rows of points over the bore, counted where neither plate nor shaft stands in the way.
    def free_share(angle, closed, shaft)
      steps = 400
      free = inside = 0
      (-steps..steps).each do |i|
        (-steps..steps).each do |k|
          x = i / steps.to_f
          y = k / steps.to_f
          next if (x * x) + (y * y) > 1

          inside += 1
          covered = (x * x) + ((y * Math.cos(closed) / Math.cos(angle))**2) <= 1 || y.abs < shaft
          free += 1 unless covered
        end
      end
      free.to_f / inside
    end

    it "opens what its shadow leaves" do
      [0.3, 0.7, 1.2].each do |angle|
        expect(plate.area(angle) / (Math::PI * (0.016**2))).to be_within(0.003).of(free_share(angle, 0.14, 0.25))
      end
    end

    it "is shut at its angle, and leaves all but the shaft wide open" do
      expect(plate.area(0.14)).to eq 0
      # a strip a quarter of the bore wide takes 2/pi (0.25 sqrt(1 - 0.0625) + asin 0.25) of a circle: 0.315
      expect(plate.area(1.5) / (Math::PI * (0.016**2))).to be_within(1e-3).of(1 - 0.3150)
    end
  end

  # One turn of 0.7 mm at 18 mm is 2.23 degrees; from 8 degrees the edge of a 32 mm bore, 16.157 mm out along the plate,
  # rises from 2.2486 to 2.8667 mm: 0.618 mm.
  it "says where one turn comes from" do
    expect(value("throttle-plate", { "turns" => 1 }, "angle")).to be_within(0.01).of(10.23)
    expect(value("throttle-plate", { "turns" => 1, "above" => 0 }, "exposed")).to be_within(0.003).of(0.620)
    begins = value("throttle-plate", { "above" => 0.62 }, "begins")
    expect(begins).to be_within(0.01).of(1.0)
    expect(says("throttle-plate", { "turns" => 0 })).to include "No slot"
    expect(says("throttle-plate", { "turns" => 1 })).to include "About a square"
    expect(says("throttle-plate", { "turns" => 3 })).to include "loses its say"
  end

  describe "a plain jet" do
    # Heywood, ch. 7, the elementary carburetor: the ratio of fuel to air goes with the root of (signal - spill) over
    # signal, as long as the air is slow enough to be as dense everywhere.
    it "enriches with the air as the elementary carburetor does" do
      slow, fast = [1200, 2400].map do |rpm|
        answer("main-signal", { "rpm" => rpm }).outputs.to_h { |one| [one.id, one.value] }
      end
      lift = 740 * 9.80665 * 0.006 / 1000 # kPa
      share = ->(at) { Math.sqrt((at["signal"] - lift) / at["signal"]) }
      expect(slow["lambda"] / fast["lambda"]).to be_within(0.012).of(share[fast] / share[slow])
      expect(slow["lambda"]).to be > fast["lambda"]
    end

    it "gives nothing until the signal lifts the fuel over the nozzle" do
      expect(value("main-signal", { "rpm" => 300 }, "lambda")).to be_nil
      expect(says("main-signal", { "rpm" => 300 })).to include "No fuel yet"
      high, low = [12, 3].map { |spill| value("main-signal", { "spill" => spill, "rpm" => 1500 }, "lambda") }
      expect(high).to be > low
    end

    # Bernoulli for slow air: 85 / 2 L/s at 3000 rpm through 33 mm is 49.7 m/s, 1.2 kg/m3: 1.49 kPa.
    it "draws as Bernoulli says" do
      expect(value("main-signal", {}, "depression")).to be_within(0.03).of(0.5 * 1.204 * (49.69**2) / 1000)
    end
  end

  # The level stepped through time: what the valve lets in at every moment, and what the engine takes.
  describe "the level under way" do
    def stepped(demand, seconds, step = 1e-4)
      speed = 0.6 * Math.sqrt(2 * 5 * 6894.757 / 740)
      level = 0.0
      (seconds / step).round.times do
        open = [Math::PI * 0.0025 * level * 9 / 38, Math::PI / 4 * (0.0025**2)].min
        level += (demand - (speed * open)) / 2.5e-3 * step
      end
      level
    end

    it "comes to rest where the valve passes what is asked, by an exponential" do
      found = answer("bowl-fall", {}).outputs.to_h { |one| [one.id, one.value] }
      expect(found["fall"]).to be_within(0.005).of(stepped(1.9e-4 / 60, 10) * 1000)
      expect(stepped(1.9e-4 / 60, found["constant"]) * 1000 / found["fall"]).to be_within(0.01).of(1 - Math.exp(-1))
    end

    it "runs dry when the valve wide open is not enough" do
      slow = { "pressure" => 0.5, "demand" => 600, "seat" => 1.5 }
      found = answer("bowl-fall", slow).outputs.to_h { |one| [one.id, one.value] }
      expect(found["fall"]).to be_nil
      expect(says("bowl-fall", slow)).to include "runs dry"
      # 0.6 of a 1.5 mm seat at 0.5 psi: 194 mL/min; the rest of 600 empties 25 cm2 15 mm deep in 5.5 s, a little sooner
      # counted from the start, since the needle has to open first
      expect(found["empties"]).to be_within(0.4).of(37.5 / (600 - 194) * 60)
    end
  end

  # Aquino's film stepped through time from one steady flow to another: what it has taken up in the end.
  it "takes up on the walls what the film grows by" do
    share = 0.3
    film = share * 1.0 * 12
    taken = 0.0
    20_000.times do
      change = ((share * 120) - (film / 1.0)) * 1e-3
      film += change
      taken += change
    end
    expect(value("shot-size", {}, "walls")).to be_within(0.005).of(taken / 60) # mL/min times s
    expect(value("shot-size", { "share" => 60, "seconds" => 3 }, "walls")).to be_within(1e-6).of(0.6 * 3 * 108 / 60)
    expect(says("shot-size", { "share" => 80, "seconds" => 4 })).to include "walls"
  end
end
