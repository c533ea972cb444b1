# frozen_string_literal: true

require_relative "../engine_talk"
require "stringio"

RSpec.describe "Runs of the simulated engine" do
  include EngineTalk

  script = UpperBranch::Practice::Engine::Script
  run_class = UpperBranch::Practice::Engine::Run

  define_method(:played) { |family, lines, **more| run_class.new(build(family), script.new(lines), **more) }

  {
    "" => "The script does nothing: write a line as \"10 throttle 30\"",
    "0 throttle 30" => "Say when it ends: write a last line as \"60 end\"",
    "0 throttle up\n5 end" => "Line 1, \"0 throttle up\": throttle needs a number from 0 to 100",
    "0 throttle 130\n5 end" => "Line 1, \"0 throttle 130\": throttle needs a number from 0 to 100",
    "0 throttle\n5 end" => "Line 1, \"0 throttle\": throttle says no value",
    "soon throttle 3\n5 end" => "Line 1, \"soon throttle 3\": needs a number from 0 to 3600.0",
    "0 key maybe\n5 end" => "Line 1, \"0 key maybe\": key is on or off",
    "0 key on over 3\n5 end" => "over 3 is not understood",
    "5 throttle 3\n2 end" => "The times must not go back",
    "0 dance 3\n5 end" => "dance is not known here; say throttle, cover"
  }.each do |lines, says|
    it "refuses #{lines.inspect[0, 30]}: #{says[0, 40]}" do
      expect { script.new(lines) }.to raise_error(UpperBranch::Invalid) do |error|
        expect([error.field, error.message]).to match ["script", include(says)]
      end
    end
  end

  it "moves what is moved over some seconds, and lets the rest stand" do
    run = played("car-one", "0 warm\n1 load 1\n2 throttle 40 over 4 # slowly\n10 end")
    at = ->(time) { run.samples.find { |one| (one.time - time).abs < 0.026 }.throttle }
    expect([at[1], at[4], at[8]]).to match [be_within(0.1).of(0), be_within(0.5).of(20), be_within(0.1).of(40)]
    expect(run.stalls).to be_empty
  end

  it "says when it stalled, and not when it was switched off" do
    expect(played("car-one", "0 warm\n2 cover 100\n12 end").stalls).to match [be_between(2, 12)]
    expect(played("car-one", "0 warm\n2 key off\n8 end").stalls).to be_empty
  end

  it "writes a log that the product reads, with what the engine did" do
    run = played("car-one", CATALOGUE.book.runs.row("road")["lines"])
    log = UpperBranch::Signals::LogFile.read(StringIO.new(run.csv))
    expect(log.columns.keys).to include("time", "throttle", "rpm", "pressure", "lambda")
    expect([log.rows, log.skipped]).to eq [run.samples.size, 0]
    expect(log.duration).to be_within(0.2).of(80)
    expect(run.to_h[:samples].last[:fuel]).to include(:idle, :main)
  end

  it "plays every run that has a name on every family without a word" do
    CATALOGUE.book.runs.rows.each { |row| expect(script.new(row["lines"]).length).to be > 5 }
    stalls = CATALOGUE.families.to_h do |family|
      [family["id"], played(family["id"], CATALOGUE.book.runs.row("tour")["lines"]).stalls]
    end
    expect(stalls.values).to all(be_empty)
  end
end
