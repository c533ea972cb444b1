# frozen_string_literal: true

module UpperBranch
  module Learning
    # A shop's closed jobs looked at as a whole: what was really wrong, how well the first ranking spoke, how long it
    # took against the shop's fixed list, and which checks have paid. Ids and numbers; words are looked up in the view.
    #
    #   Record.new(closed_jobs).to_h   # => {jobs: 61, wrong: [{fault:, seen:, of:}], calibration: {...}, ...}
    class Record
      # cases: as ClosedJob gives them; "ranked": the first ranking as it was shown, where it was another than "first"
      def initialize(cases)
        @cases = cases
        @known = cases.select { |one| one["truth"]&.any? }
      end

      def to_h
        { jobs: @cases.size, known: @known.size, sound: @cases.count { |one| one["truth"] == [] }, wrong: wrong,
          calibration: calibration, minutes: minutes, checks: checks, repairs: repairs }
      end

      private

      def wrong
        counts = @known.flat_map { |one| one["truth"] }.tally
        counts.sort_by { |id, count| [-count, id] }.map { |id, count| { fault: id, seen: count, of: @known.size } }
      end

      def calibration
        rankings = @known.filter_map { |one| (said = one["ranked"] || one["first"]) && [said, one["truth"]] }
        all = Calibration.new(rankings)
        { jobs: all.size, brier: all.brier, interval: all.brier_interval, first: all.hits(1), three: all.hits(3),
          curve: all.curve }
      end

      # Minutes until it was found, and by the list, of the jobs where both are known; lower: in how many it was sooner.
      def minutes
        pairs = @known.filter_map { |one| one.values_at("found", "house").then { |pair| pair if pair.all? } }
        return { jobs: 0 } if pairs.empty?

        saved = pairs.map { |found, house| house - found }
        { jobs: pairs.size, found: mean(pairs.map(&:first)), house: mean(pairs.map(&:last)), saved: mean(saved),
          interval: spread(saved), sooner: Proportion.new(saved.count(&:positive?), pairs.size) }
      end

      # What each check has taken and told, those that told most for their minutes first.
      def checks
        rows = @known.flat_map { |one| one["checks"] }.select { |row| row["bits"] && row["minutes"] }
        rows.group_by { |row| row["check"] }.map { |id, list| paid(id, list) }
            .sort_by { |row| [-(row[:bits] / [row[:minutes], 0.5].max), row[:check]] }
      end

      def paid(id, list)
        { check: id, times: list.size, minutes: list.sum { |row| row["took"] || row["minutes"] },
          bits: list.sum { |row| row["bits"] }, moved: list.count { |row| row["bits"].abs > 0.1 } }
      end

      def repairs
        rows = @known.flat_map { |one| one["repairs"] }.reject { |row| row["right"].nil? }
        Proportion.new(rows.count { |row| row["right"] }, rows.size)
      end

      def mean(list) = list.sum / list.size.to_f

      # 95 % interval of the mean, or nil.
      def spread(list)
        return if list.size < 2

        half = 1.96 * Math.sqrt(list.sum { |x| (x - mean(list))**2 } / (list.size - 1) / list.size)
        [mean(list) - half, mean(list) + half]
      end
    end
  end
end
