# frozen_string_literal: true

module UpperBranch
  module Learning
    # What a shop's closed jobs would have its numbers be. Proposed to the lead, who takes them or not; nothing changes
    # by itself.
    #
    #   Proposals.new(counts, catalogue, strength: 50).list
    #   # => [Proposal(kind: "rate", at: "/learned/rates/small-float/water", was: 1.0, becomes: 1.8, seen: 7, ...)]
    #
    # Reckoned from the tables without anything learned, so that jobs count once however often a proposal is taken.
    class Proposals
      # kind: "rate", "strength" or "minutes"; at: place in the tables (Catalogue::Layer); about: ids it speaks of, by
      # what they are; was: what the tables say there (the factor 1 for a rate), becomes: instead; seen, of: counted;
      # expected: how many the tables would have had; interval: 95 %, of the share or of the minutes' middle half
      Proposal = Struct.new(:kind, :at, :about, :was, :becomes, :seen, :of, :expected, :interval, keyword_init: true)

      # catalogue: without anything learned; strength: how many jobs the tables are worth
      def initialize(counts, catalogue, strength: nil)
        @counts = counts
        @numbers = catalogue.scale["learning"]
        @catalogue = catalogue
        @strength = strength || @numbers["strength"]
      end

      # Those that move most first.
      def list
        (rates + strengths + minutes).sort_by { |one| [-weight(one), one.at] }
      end

      private

      # By how much a number moves, on the scale of its logarithm, times how often it was looked at.
      def weight(one) = Math.log(one.becomes / one.was).abs * Math.sqrt(one.of)

      def rates
        @counts.families.flat_map do |family|
          jobs = @counts.of(family).size
          @counts.faults(family).filter_map { |fault, (expected, seen)| rate(family, fault, expected, seen, jobs) }
        end
      end

      # Beta about the share that the first rankings expected: the factor moves the fault's prior odds.
      def rate(family, fault, expected, seen, jobs)
        return unless expected.positive? && @catalogue.fault(fault)

        beta = Beta.new(base: [expected / jobs, 0.999].min, strength: @strength, seen: seen, of: jobs)
        factor = beta.odds_factor.clamp(*@numbers["factors"]).round(2)
        return unless moved?(factor, @numbers["rate_moves"]) && worth_a_word?(beta)

        Proposal.new(kind: "rate", at: place("rates", family, fault), about: { family: family, fault: fault }, was: 1.0,
                     becomes: factor, seen: seen, of: jobs, expected: expected.round(1), interval: beta.interval)
      end

      # More than chance does now and then, and not by a single job.
      def worth_a_word?(beta)
        (beta.seen >= @numbers["seen"] || beta.base * beta.of >= @numbers["expected"]) &&
          beta.surprise >= @numbers["surprise"]
      end

      def strengths
        @counts.shown.filter_map do |(fault, check, word), (tables, seen, looked)|
          next if looked < @numbers["looked"] || tables.zero?

          base = [tables / looked, 0.99].min
          beta = Beta.new(base: base, strength: @strength, seen: seen, of: looked)
          next unless (beta.mean - base).abs >= @numbers["strength_moves"] && worth_a_word?(beta)

          Proposal.new(kind: "strength", at: place("strengths", fault, check, word),
                       about: { fault: fault, check: check, word: word }, was: base.round(3),
                       becomes: beta.mean.clamp(0.001, 0.97).round(3), seen: seen, of: looked,
                       expected: tables.round(1), interval: beta.interval)
        end
      end

      def minutes
        checks = @counts.check_minutes.filter_map do |id, taken|
          time(["checks", id, "minutes"], { check: id }, taken) if @catalogue.check(id)
        end
        checks + @counts.repair_minutes.filter_map do |(kind, id), taken|
          about = kind ? { kind: kind } : { repair: id }
          time(["repairs", *(kind ? ["kinds", kind] : ["composites", id]), "minutes"], about, taken)
        end
      end

      # The median of what it took, in half minutes: one that went wrong does not speak for all.
      def time(keys, about, taken)
        return if taken.size < @numbers["timed"]

        took = taken.map(&:first).sort
        becomes = [(median(took) * 2).round / 2.0, 0.5].max
        was = median(taken.map(&:last).sort)
        return unless moved?(becomes / was, @numbers["minutes_move"])

        Proposal.new(kind: "minutes", at: Catalogue::Place.pointer(keys), about: about, was: was, becomes: becomes,
                     seen: taken.size, of: taken.size, expected: nil,
                     interval: [took[took.size / 4], took[took.size * 3 / 4]])
      end

      def median(sorted)
        middle = sorted.size / 2
        sorted.size.odd? ? sorted[middle].to_f : (sorted[middle - 1] + sorted[middle]) / 2.0
      end

      def moved?(factor, least) = Math.log(factor).abs >= Math.log(least)
      def place(*keys) = Catalogue::Place.pointer(["learned", *keys])
    end
  end
end
