# frozen_string_literal: true

module UpperBranch
  module Learning
    # What a look was worth: the bits by which it raised the chance of what is really wrong.
    #
    #   LookWorth.new(job, ["water"]).bits(entry_id)   # => 2.3; nil where nobody knows what was wrong
    class LookWorth
      LEAST = 1e-4 # chance that is not looked under

      # truth: ids of faults, or nil
      def initialize(job, truth)
        @posterior = Diagnosis::Posterior.of(job)
        @truth = truth.to_a
      end

      # 0 for an entry that is no evidence. among: those of the truth that were still in
      def bits(entry, among: @truth)
        return if among.empty?

        at = @posterior.evidence.find_index { |item| item.finding.entry == entry } or return 0.0
        before, after = history.values_at(at, at + 1)
        told = among.filter_map { |id| @posterior.compiled.index(id) }.sum do |index|
          Math.log2([after[index], LEAST].max / [before[index], LEAST].max)
        end
        told.round(3)
      end

      private

      def history = @history ||= @posterior.history
    end
  end
end
