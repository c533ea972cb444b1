# frozen_string_literal: true

require "ripper"

# The floor plan: below never names above. Read from the constants each file names.
RSpec.describe "The rooms of the core" do
  lib = File.expand_path("../lib/upper_branch", __dir__)
  # From the ground up; a room may name those before it.
  floors = %w[Measuring Signals Catalogue Workshop Job Diagnosis Planning Learning Practice Views]

  # Names of constants in a file, each with the one before it where it is qualified: ["Planning", "Job::Finding"].
  def constants(path)
    tokens = Ripper.lex(File.read(path)).reject { |token| %i[on_sp on_comment on_ignored_nl].include?(token[1]) }
    tokens.each_with_index.filter_map do |token, i|
      next unless token[1] == :on_const

      qualified = tokens[i - 1]&.at(2) == "::" && tokens[i - 2]&.at(1) == :on_const ? tokens[i - 2][2] : nil
      [qualified, token[2]].compact
    end
  end

  # Rooms that a file names, by way of UpperBranch or from inside it.
  def named(path, floors)
    constants(path).select { |parts| parts.size == 1 || parts.first == "UpperBranch" }.map(&:last).uniq & floors
  end

  def room(path, lib, floors)
    folder = path.delete_prefix("#{lib}/").split("/").first.delete_suffix(".rb")
    floors.find { |name| name.downcase == folder }
  end

  files = Dir[File.join(lib, "**", "*.rb")]

  it "stand one above the other: no room names one above it" do
    upward = files.flat_map do |path|
      own = room(path, lib, floors) or next []
      named(path, floors)
        .select { |name| floors.index(name) > floors.index(own) }
        .map { |name| "#{path.delete_prefix("#{lib}/")} names #{name}" }
    end
    expect(upward).to be_empty
  end

  it "hold every file of the core but what all of them share" do
    outside = files.reject { |path| room(path, lib, floors) }.map { |path| File.basename(path) }
    expect(outside).to contain_exactly("bounded_cache.rb", "cells.rb", "invalid.rb")
  end

  it "know no web, no database, no clock and no chance of their own" do
    code =
      files.to_h do |path|
        [
          path.delete_prefix("#{lib}/"),
          Ripper.lex(File.read(path)).reject { |token| token[1] == :on_comment }.map { |token| token[2] }.join
        ]
      end
    guilty =
      code
        .select do |_, text|
          text.match?(/\b(Rack|Sinatra|Sequel|Time\.now|Date\.today|Kernel\.rand|SecureRandom|Process\.clock)\b/)
        end
        .keys
    expect(guilty).to be_empty
  end

  it "name no id of the trade: roles are declared in the knowledge" do
    ids = (CATALOGUE.faults + CATALOGUE.checks + CATALOGUE.symptoms + CATALOGUE.effects).map(&:id) +
          (CATALOGUE.composites + CATALOGUE.repair_kinds + CATALOGUE.hazards).map { |row| row["id"] }
    # Words of one syllable that are ids and also plain words or names of fields or detectors.
    plain = %w[
      spark
      lambda
      governor
      filter
      linkage
      shafts
      jets
      body
      tune
      adjust
      timing
      eye
      waste
      licensed
      refer-out
      machining
      priming
      icing
      hesitation
      irreversible
    ]
    telling = ids.uniq - plain
    found = (files + Dir[File.expand_path("../../server/lib/**/*.rb", __dir__)]).flat_map do |path|
      words =
        Ripper
          .lex(File.read(path))
          .select { |token| token[1] == :on_tstring_content }
          .flat_map { |token| token[2].split(/[^A-Za-z0-9-]+/) }
      (words & telling)
        .select { |word| word.include?("-") || File.read(path).include?("\"#{word}\"") }
        .map { |word| "#{File.basename(path)}: #{word}" }
    end
    expect(found).to be_empty
  end
end
