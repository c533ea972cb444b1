# frozen_string_literal: true

module UpperBranch
  module Planning
    # What is still to be shown after a repair, in order: what can be tried on the bench before it is put together, what
    # failed before, then the complaint under its own conditions.
    class Proving
      def initialize(job)
        @job = job
        @left = job.round.zero? ? [] : Workshop::Proof.of(job).left
        since = job.findings.select { |finding| finding.round == job.round }.map(&:id)
        @again = @left.select { |item| since.include?(item.id) }
      end

      def left? = @left.any?

      # The next to be repeated. A check that has failed again since the repair is no more to be repeated: the complaint
      # itself says more.
      def next = fresh.first

      # One that can be tried where the carburetor lies.
      def on_the_bench = fresh.find { |item| on_the_bench?(item) }

      # The complaint, where nobody has looked for it since the repair.
      def complaint = fresh.find { |item| item.kind == :symptom }

      # Since the last repair the complaint has been seen again, or what is tried on the bench has failed again: nobody
      # puts that together.
      def failed?
        since = @job.findings.select { |finding| finding.round == @job.round && finding.symptom? }
        seen = since.any? { |finding| finding.words == ["present"] && @job.complained?(finding.id) }
        seen || @again.any? { |item| on_the_bench?(item) }
      end

      private

      def fresh = @left - @again

      def on_the_bench?(item)
        item.kind == :check && @job.state.carburetor != "on" && @job.machine.check(item.id).retest?
      end
    end
  end
end
