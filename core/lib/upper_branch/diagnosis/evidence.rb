# frozen_string_literal: true

module UpperBranch
  module Diagnosis
    # What counts: the job's findings with every observation counted once. In each round (between repairs) the latest
    # result of a check stands; a check that observes a symptom over again replaces it; a word that says nothing
    # (pump shot on a bowl that was not full) is left out.
    class Evidence
      # words: [:normal] or abnormal words; chances: {word or :normal => p} for a reading, else nil; before: the Item of
      # an earlier round with the same finding and the same result, or nil.
      Item = Struct.new(:finding, :table, :words, :chances, :before, keyword_init: true) do
        def round = finding.round
        def normal? = chances ? chances.fetch(:normal, 0) > 0.5 : words == [:normal]

        # The same result, its numbers for some columns only. columns: Columns
        def over(columns) = dup.tap { |copy| copy.table = table.over(columns) }

        # P(this result | set) for every set. members: as Table takes them
        def likelihood(members)
          return table.likelihood(words, members) unless chances

          spread = table.distribution(members)
          chances.sum { |word, chance| spread[word] * chance }
        end

        # For each member column, its share of the blame for the abnormal words reported: array of DFloat [sets].
        def shares(members)
          table.shares(chances ? chances.keys - [:normal] : words - [:normal], members)
        end

        # P(this result | a cause outside the catalogue)
        def outside
          abnormal = table.finding.outside
          return normal? ? 1 - abnormal : (abnormal / table.words.size)**words.size unless chances

          chances.sum { |word, chance| chance * (word == :normal ? 1 - abnormal : abnormal / table.words.size) }
        end
      end

      def self.of(job, compiled)
        new(job, compiled).items
      end

      def initialize(job, compiled)
        @job = job
        @compiled = compiled
        @machine = job.machine
      end

      # Array of Item in the order they were observed.
      def items
        items = standing.filter_map { |finding| item(finding) }
        items.each_with_index { |item, i| item.before = items[0...i].reverse.find { |other| again?(other, item) } }
      end

      # Symptom findings that a check of the same round observed over again: {entry id => check id}
      def replaced
        @job
          .findings
          .select { |finding| finding.kind == :symptom }
          .filter_map { |finding| (check = replacing(finding)) && [finding.entry, check.id] }
          .to_h
      end

      private

      def standing
        latest =
          @job.findings.each_with_index.to_h { |finding, i| [[finding.kind, finding.id, finding.round], i] }.values
        latest.sort.map { |i| @job.findings[i] }.reject { |finding| finding.kind == :symptom && replacing(finding) }
      end

      def replacing(symptom)
        done = @job.findings.select { |finding| finding.kind == :check && finding.round == symptom.round }
        done
          .filter_map { |finding| @machine.check(finding.id) }
          .find { |check| check.replaced_symptoms.include?(symptom.id) && !says_nothing?(check, symptom.round) }
      end

      def says_nothing?(check, round)
        @job.result(check.id, round).words.any? { |word| check.neutral.include?(word) }
      end

      def item(finding)
        observed = finding.symptom? ? @machine.symptom(finding.id) : @machine.check(finding.id)
        return unless observed && speaks?(finding, observed)

        plain = ->(word) { word == observed.normal ? :normal : word }
        Item.new(
          finding: finding,
          table: @compiled.table(observed, finding.conditions),
          words: finding.words.map(&plain),
          chances: finding.chances&.transform_keys(&plain)
        )
      end

      # A word for a machine that runs right, and one that says nothing, are no evidence.
      def speaks?(finding, observed)
        finding.symptom? ? !observed.healthy? : finding.words.none? { |word| observed.neutral.include?(word) }
      end

      def again?(earlier, later)
        earlier.finding.kind == later.finding.kind && earlier.finding.id == later.finding.id &&
          earlier.words == later.words && earlier.round < later.round
      end
    end
  end
end
