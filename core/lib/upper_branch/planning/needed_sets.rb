# frozen_string_literal: true

require "numo/narray"

module UpperBranch
  module Planning
    # The leading sets brought down to what must be mended for the complaint to go: members with a real share in a
    # symptom that is still there (or, in a job without a complaint, in a check that failed). A fault that is merely
    # along for the ride is no reason to open anything.
    class NeededSets
      SHARE = 0.2 # of the strength behind a symptom, from which a member counts as its cause

      # sets: array of sorted fault indexes (the empty one: nothing in the catalogue has to be mended); weights: DFloat,
      # sum 1; row_set: for every leading row the number of its set
      attr_reader :sets, :weights, :row_set, :probability

      # rows: Posterior::Rows
      def initialize(job, posterior, rows)
        @job = job
        @posterior = posterior
        @rows = rows
        @probability = @rows.probability
        gather
      end

      # Probabilities over the leading rows added up by set: DFloat [k, sets]. columns: DFloat [leading rows, k]
      def add_up(columns)
        order = @order ||= Numo::Int32.cast(@row_set).sort_index
        bounds =
          @bounds ||= @row_set.tally.sort.map(&:last).each_with_object([0]) { |size, list| list << (list.last + size) }
        sorted = columns[order, true].dup
        running = Numo::DFloat.zeros(1, columns.shape[1]).concatenate(sorted.cumsum(0))
        ends = Numo::Int32.cast(bounds)
        (running[ends[1..], true].dup - running[ends[0...-1], true].dup).transpose.dup
      end

      # Chance that nothing of the catalogue is left to be mended.
      def nothing = @sets.each_index.sum { |i| @sets[i].empty? ? @weights[i] : 0.0 }

      # {fault id => chance that it must be mended}
      def chances
        faults = @posterior.compiled.faults
        @sets.each_with_index.with_object(Hash.new(0.0)) do |(set, i), sums|
          set.each { |index| sums[faults[index].id] += @weights[i] }
        end
      end

      private

      def gather
        numbers = {}
        @row_set = needed.map { |set| numbers[set] ||= numbers.size }
        @sets = numbers.keys
        @weights = add_up(@probability.reshape(@probability.size, 1)).flatten
      end

      # For every leading row the faults that must be mended, sorted: real causes of the complaint.
      def needed
        counts = complaint.map { |item| @rows.shares(item).map(&:to_a) }
        now = @rows.now.map(&:to_a)
        pad = @rows.pad
        Array.new(@probability.size) do |row|
          now
            .each_index
            .filter_map { |k| now[k][row] if now[k][row] != pad && counts.any? { |shares| shares[k][row] >= SHARE } }
            .sort
        end
      end

      # What was complained of and is still there; without any, the checks that failed.
      def complaint
        latest =
          @posterior.evidence.to_h { |item| [[item.finding.kind, item.finding.id], item] }.values.reject(&:normal?)
        symptoms = latest.select { |item| item.finding.symptom? && @job.complained?(item.finding.id) }
        symptoms.empty? ? latest : symptoms
      end
    end
  end
end
