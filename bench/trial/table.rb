# frozen_string_literal: true

module Trials
  # What was looked at against what the tables say.
  class Table
    def initialize(families)
      @families = families.select { |family| File.file?(Looking.path(family)) }
    end

    # What differs and is not yet judged, most often first.
    def list
      open = pairs.flat_map { |pair| pair[:differences].reject(&:verdict).map { |one| [one, pair] } }
      open.group_by { |one, _| [one.says, one.sign] }.sort_by { |_, rows| -rows.size }.each do |(says, sign), rows|
        by = rows.group_by { |_, pair| pair[:fault] }
                 .map { |fault, list| "#{fault}#{" x#{list.size}" if list.size > 1}" }
        puts "#{says} #{sign} (#{rows.size}): #{by.join(' ')}"
      end
      puts told
    end

    # In a sentence.
    def told
      agree = pairs.count { |pair| pair[:differences].empty? }
      settled = pairs.count { |pair| pair[:differences].all?(&:verdict) }
      signs = pairs.sum { |pair| pair[:signs] }
      differ = pairs.sum { |pair| pair[:differences].size }
      "#{pairs.size} pairs of fault and family, #{agree} without a difference, #{settled} when judged; " \
        "#{signs} signs looked at, #{differ} differ (#{(100 - (100.0 * differ / signs)).round(1)} % agree)"
    end

    private

    def pairs
      @pairs ||= @families.flat_map do |family|
        trial = UpperBranch::Practice::Trial.new(CATALOGUE, family)
        kept = JSON.parse(File.read(Looking.path(family)))
        kept["looked"].map do |fault, looked|
          seen = trial.seen(looked, kept["healthy"])
          { family: family, fault: fault, signs: seen.count { |_, at| at.any? { |one| !one.nil? } },
            differences: trial.differences(fault, seen) }
        end
      end
    end
  end
end
