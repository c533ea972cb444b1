# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Diagnosis
    # Why a fault is believed: for each finding 10 * log10( P(finding | fault in) / P(finding | fault out) ) in
    # decibans, the other faults standing at their priors (Good, Probability and the Weighing of Evidence, 1950). Prior
    # plus weights plus what the findings say only together give the posterior log-odds exactly.
    class WeightOfEvidence
      LEAST = 1e-12 # chances below it weigh the same, 120 decibans at most
      Reason = Struct.new(:entry, :decibans, keyword_init: true)
      Account = Struct.new(:prior, :reasons, :together, :posterior, keyword_init: true) # all in decibans

      def self.decibans(probability)
        p = probability.clamp(1e-12, 1 - 1e-12)
        10 * Math.log10(p / (1 - p))
      end

      def initialize(posterior)
        @posterior = posterior
        @compiled = posterior.compiled
        @pad = @compiled.variants.size
        @prior = posterior.prior_odds.map { |odds| odds / (1 + odds) }
      end

      # fault_id -> Account
      def of(fault_id)
        index = @compiled.index(fault_id)
        reasons = first_results.map { |item| Reason.new(entry: item.finding.entry, decibans: weight(item, index)) }
        prior = self.class.decibans(@prior[index])
        after = self.class.decibans(@posterior.marginal(fault_id))
        Account.new(prior: prior, reasons: reasons.sort_by { |reason| [-reason.decibans.abs, reason.entry] },
                    together: after - prior - reasons.sum(&:decibans), posterior: after)
      end

      private

      # What was seen before any repair speaks of the fault that was in; later results speak of the repair.
      def first_results
        @first_results ||= @posterior.evidence.select { |item| item.round.zero? }
      end

      def weight(item, index)
        absent, present = chances(item, index).map { |chance| chance.clamp(LEAST, 1.0) }
        10 * Math.log10(present / absent)
      end

      # [P(result | fault out), P(result | fault in)] with every other fault at its prior. Exact where the result is a
      # product over the members; where it is a sum of strengths, the expected strengths stand in for it (first order in
      # the priors).
      def chances(item, index)
        return defect(item) if item.found.include?(index)

        [0.0, 1.0].map do |fault_in|
          chances = priors.dup
          chances[index] = fault_in
          item.likelihood(Table::Expected.new(chances))
        end
      end

      # A defect seen: true, or misread.
      def defect(item)
        check = item.table.finding
        [check.false_report, 1 - check.miss]
      end

      def priors
        @priors ||= Numo::DFloat.cast(@prior + Array.new(@pad + 1 - @prior.size, 0.0))
      end
    end
  end
end
